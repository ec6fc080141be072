import { type WritableSignal, signal } from '@angular/core';

/** Which instruments the figures of one reading came from; those that were typed have none. To be told before the figure itself. */
export class ReadWith {
  private readonly of = signal<Readonly<Record<string, string>>>({});

  set(field: string, instrument: string): void {
    this.of.update((all) => ({ ...all, [field]: instrument }));
  }

  get(field: string): string {
    return this.of()[field] ?? '';
  }

  /** All of them, each once, in so many letters. */
  text(most: number): string {
    return [...new Set(Object.values(this.of()).filter((one) => one !== ''))].join('; ').slice(0, most);
  }

  /** An instrument names itself in a field, but not over a name somebody typed. */
  nameIn(field: WritableSignal<string>, figure: string, instrument: string, most: number): void {
    const before = this.text(most);
    this.set(figure, instrument);
    if (field() === before) field.set(this.text(most));
  }

  clear(): void {
    this.of.set({});
  }
}
