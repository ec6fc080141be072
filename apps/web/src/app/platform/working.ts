import { signal } from '@angular/core';

/** What a worker says while it works, and at the end. */
export type Working<T> = { share: number; soFar: T; done: boolean } | { failed: string };

/** A search that goes on beside the page: how far it is, what it told last, and what went wrong. */
export class SearchRun<T> {
  readonly running = signal(false);
  readonly share = signal(0);
  readonly failed = signal('');
  private worker: Worker | null = null;

  constructor(
    private readonly start: () => Worker,
    private readonly told: (soFar: T) => void,
  ) {}

  begin(request: unknown): void {
    this.stop();
    this.failed.set('');
    this.share.set(0);
    this.running.set(true);
    this.worker = this.start();
    this.worker.onmessage = ({ data }: MessageEvent<Working<T>>) => this.hear(data);
    this.worker.onerror = () => this.fail('It broke off. Try again.');
    this.worker.postMessage(request);
  }

  /** Good enough: what was told last stays. */
  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.running.set(false);
  }

  fail(words: string): void {
    this.stop();
    this.failed.set(words);
  }

  private hear(data: Working<T>): void {
    if ('failed' in data) return this.fail(data.failed);
    this.share.set(data.share);
    this.told(data.soFar);
    if (data.done) this.stop();
  }
}
