import { type Signal, type WritableSignal, effect, inject, linkedSignal, untracked } from '@angular/core';
import { SessionService } from '../platform/session.service';

/**
 * What is being typed and not yet done, such as half a note: it outlives a reload, for the person who typed it, and is gone once it
 * is what it was at first. To be called where things are injected.
 * @param subject what it belongs to, such as the id of a job
 */
export function draft<T>(name: string, subject: Signal<string>, initial: T): WritableSignal<T> {
  const session = inject(SessionService);
  const key = (): string => `ash-step.draft.${session.person?.id ?? ''}.${subject()}.${name}`;
  const value = linkedSignal({ source: key, computation: (at) => read(at, initial) });
  effect(() => {
    const text = JSON.stringify(value());
    untracked(() => write(key(), text === JSON.stringify(initial) ? null : text));
  });
  return value;
}

function read<T>(key: string, initial: T): T {
  try {
    const text = localStorage.getItem(key);
    return text === null ? initial : (JSON.parse(text) as T);
  } catch {
    return initial;
  }
}

function write(key: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(key);
    else localStorage.setItem(key, text);
  } catch {
    // A browser that lets nothing be stored keeps it as long as the page is open.
  }
}
