import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const;
const NAMES: Readonly<Partial<Record<string, string>>> = { '.': 'Point', '⌫': 'Take the last back' };
const MOST = 9;

/** Figures for thick fingers: the page's own keys, never the system's. */
@Component({
  selector: 'ash-keypad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (key of keys; track key) {
      <button type="button" [attr.aria-label]="names[key] ?? null" (click)="press(key)">{{ key }}</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(3, minmax(72px, 1fr));
      gap: 8px;
    }
    button {
      min-height: var(--key-height, 72px);
      border: 2px solid var(--ink);
      background: var(--sheet);
      color: var(--ink);
      font: 640 30px var(--head);
    }
  `,
})
export class Keypad {
  readonly text = input.required<string>();
  readonly textChange = output<string>();
  readonly keys = KEYS;
  readonly names = NAMES;

  press(key: string): void {
    const text = this.text();
    if (key === '⌫') this.textChange.emit(text.slice(0, -1));
    else if (text.length < MOST && !(key === '.' && text.includes('.'))) this.textChange.emit(text + key);
  }
}
