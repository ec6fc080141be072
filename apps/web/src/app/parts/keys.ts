import { ChangeDetectionStrategy, Component, ElementRef, HostListener, inject, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { Asked } from '../platform/asked';

const KEYS: readonly [string, string][] = [
  ['/', 'find anything: job, craft, lot, part, place, term'],
  ['g then b', 'to the board'],
  ['g then p', 'to the plan'],
  ['g then l', 'to the library'],
  ['b', 'bench of the job that is open'],
  ['Space at the bench', 'the main act; a foot switch or volume key may send it'],
  ['1 … 9, 0', 'stage one to ten'],
  ['[ and ]', 'stage before, after'],
  ['Arrows on a grip', 'nudge by 1 mm, with Shift by 10'],
  ['← → on the parting line', 'move by 5 mm, with Shift by 50'],
  ['Home, End on it', 'all as ground, all as laid'],
  ['↑ ↓ in the ply table', 'pick a ply, the drawing follows'],
  ['+ − 0 in the drawing', 'zoom in, out, fit'],
  ['Esc in a field', 'leave the figure as it was'],
  ['Ctrl Enter', 'the primary action'],
  ['Ctrl Z', 'take the last change back; with Shift do it again'],
  ['?', 'this list'],
];
const SEQUENCE_MS = 1200;

/** Keys that work everywhere outside fields, and the list of all of them. */
@Component({
  selector: 'ash-keys',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #list aria-labelledby="keys-title">
      <h2 id="keys-title">Keys</h2>
      <table class="ruled">
        @for (key of keys; track key[0]) {
          <tr>
            <th scope="row">{{ key[0] }}</th>
            <td>{{ key[1] }}</td>
          </tr>
        }
      </table>
      <button type="button" class="act" (click)="list.close()">Close</button>
    </dialog>
  `,
  styles: `
    dialog {
      border: 2px solid var(--ink);
      background: var(--sheet);
      color: var(--ink);
      padding: 20px;
      max-width: 460px;
    }
    dialog::backdrop {
      background: rgb(25 31 33 / 45%);
    }
    .act {
      margin-top: 16px;
    }
  `,
})
export class Keys {
  readonly keys = KEYS;
  private readonly router = inject(Router);
  private readonly asked = inject(Asked);
  private readonly list = viewChild.required<ElementRef<HTMLDialogElement>>('list');
  /** When the key that leads another was pressed, by the page's own time. */
  private leaderAt = -Infinity;

  @HostListener('document:keydown', ['$event'])
  press(event: KeyboardEvent): void {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) return this.act(event);
    const target = event.target as HTMLElement;
    if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
    const led = event.timeStamp - this.leaderAt < SEQUENCE_MS;
    this.leaderAt = -Infinity;
    if (event.key === 'g') this.leaderAt = event.timeStamp;
    else if (led && event.key === 'b') void this.router.navigateByUrl('/');
    else if (led && event.key === 'p') void this.router.navigateByUrl('/plan');
    else if (led && event.key === 'l') void this.router.navigateByUrl('/library');
    else if (event.key.toLowerCase() === 'b' && this.job()) void this.router.navigate(['/repair', this.job(), 'bench']);
    else if (event.key === '/') this.find(event);
    else if (event.key === '?') this.list().nativeElement.showModal();
  }

  /** The job that is open; nothing while none is. */
  private job(): string | undefined {
    return /^\/repair\/([^/?]+)/.exec(this.router.url)?.[1];
  }

  private find(event: KeyboardEvent): void {
    event.preventDefault();
    this.asked.find.set(true);
  }

  /** Leaves the field first, so that what was typed counts, then presses the one primary action. */
  private act(event: KeyboardEvent): void {
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    document.querySelector<HTMLButtonElement>('.do:not(:disabled)')?.click();
  }
}
