import { Injectable, signal } from '@angular/core';
import type { Command } from './command';

/** A shelf as a browser has one, that loses nothing and takes no time. */
@Injectable()
export class ShelfStub {
  readonly tab = 'this tab';
  readonly unkept = signal<'full' | 'forbidden' | null>(null);
  readonly kept = new Map<string, Command>();

  put(command: Command): void {
    this.kept.set(command.id, structuredClone(command));
  }

  remove(id: string): void {
    this.kept.delete(id);
  }

  takeOver(personId: string): Promise<Command[]> {
    return Promise.resolve(
      [...this.kept.values()].filter((command) => command.personId === personId).sort((a, b) => a.place - b.place),
    );
  }

  keptForOthers(): Promise<[]> {
    return Promise.resolve([]);
  }
}
