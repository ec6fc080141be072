import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Craft, Problem, RepairDetail } from '@ashstep/contract';
import { concatMap, of } from 'rxjs';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { Header } from '../parts/header';
import { CRAFT_KINDS, NewCraft } from '../parts/new-craft';
import { Api, ApiError } from '../platform/api';
import { PickSelect, TextInput } from '../parts/inputs';

const NEW = 'new';

@Component({
  selector: 'ash-new-job',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, TextInput, Header, ChoiceField],
  template: `
    <ash-header><span class="quiet">A new repair</span></ash-header>
    <main id="main" class="page narrow">
      <h1>New job</h1>
      <form (submit)="open($event)">
        <div class="field" [class.wrong]="errors()['craftId']">
          <label for="craft">Craft</label>
          <select id="craft" (chosen)="craftId.set($event)">
            <option value="" [selected]="craftId() === ''">Pick one</option>
            @for (craft of crafts(); track craft.id) {
              <option [value]="craft.id" [selected]="craftId() === craft.id">
                {{ craft.tag }}, {{ craft.name }} ({{ craft.repairs }} {{ craft.repairs === 1 ? 'repair' : 'repairs' }})
              </option>
            }
            <option [value]="new" [selected]="craftId() === new">A craft not listed yet</option>
          </select>
          @if (errors()['craftId']; as message) {
            <span class="error">{{ message }}</span>
          }
        </div>
        @if (craftId() === new) {
          <fieldset>
            <legend>New craft</legend>
            <div class="fields">
              <div class="field" [class.wrong]="errors()['tag']">
                <label for="tag">Tag, short</label
                ><input id="tag" maxlength="24" [value]="tag()" (typed)="tag.set($event)" />
                @if (errors()['tag']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
              <div class="field" [class.wrong]="errors()['name']">
                <label for="name">Name</label
                ><input id="name" maxlength="120" [value]="name()" (typed)="name.set($event)" />
                @if (errors()['name']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
              <div class="field" [class.wrong]="errors()['year']">
                <label for="year">Year built</label
                ><input id="year" inputmode="numeric" [value]="year()" (typed)="year.set($event)" />
                @if (errors()['year']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
            </div>
            <ash-choice label="Kind" [options]="kinds" [value]="kind()" (pick)="kind.set($event)" />
            <div class="field">
              <label for="construction">Construction, as far as known</label
              ><input id="construction" maxlength="200" [value]="construction()" (typed)="construction.set($event)" />
            </div>
            <div class="field">
              <label for="notes">Builder’s notes</label
              ><textarea id="notes" rows="2" [value]="notes()" (typed)="notes.set($event)"></textarea>
            </div>
          </fieldset>
        }
        <div class="field" [class.wrong]="errors()['title']">
          <label for="title">Where on it, in a few words</label
          ><input
            id="title"
            maxlength="160"
            placeholder="Hull bottom, port, frame 4"
            [value]="title()"
            (typed)="title.set($event)"
          />
          @if (errors()['title']; as message) {
            <span class="error">{{ message }}</span>
          }
        </div>
        @if (problem(); as p) {
          <p class="remark" role="alert">{{ p.detail }}</p>
        }
        <div class="row-actions"><button class="do" type="submit" [disabled]="busy()">Open the job</button></div>
      </form>
    </main>
  `,
  styles: `
    form,
    fieldset {
      display: flex;
      flex-direction: column;
      gap: 16px;
    }
    fieldset {
      border: 1.5px solid var(--ink);
      padding: 12px 16px;
      margin: 0;
    }
    legend {
      font: 640 15px var(--head);
      padding: 0 6px;
      float: none;
      width: auto;
      margin: 0;
    }
  `,
})
export class NewJob {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  readonly crafts = toSignal(this.api.get<Craft[]>('/craft'), { initialValue: [] });
  readonly kinds = optionsOf(CRAFT_KINDS);
  readonly new = NEW;
  readonly craftId = signal('');
  readonly tag = signal('');
  readonly name = signal('');
  readonly year = signal('');
  readonly kind = signal<keyof typeof CRAFT_KINDS>('boat');
  readonly construction = signal('');
  readonly notes = signal('');
  readonly title = signal('');
  readonly busy = signal(false);
  readonly problem = signal<Problem | null>(null);
  readonly errors = computed<Record<string, string>>(() => ({
    ...Object.fromEntries(this.problem()?.fields.map((field) => [field.path, field.message]) ?? []),
    ...this.missing(),
  }));
  private readonly missing = signal<Record<string, string>>({});
  private readonly repairId = crypto.randomUUID();
  private readonly newCraft = new NewCraft();

  open(event: Event): void {
    event.preventDefault();
    const isNew = this.craftId() === NEW;
    const year = this.year().trim();
    this.missing.set({
      ...(this.craftId() === '' ? { craftId: 'Pick the craft first.' } : {}),
      ...(this.title().trim() === '' ? { title: 'Say where on the craft.' } : {}),
      ...(isNew && year !== '' && !/^\d{4}$/.test(year) ? { year: 'Four figures, like 2014, or leave it empty.' } : {}),
    });
    if (Object.keys(this.missing()).length > 0) return;
    const typed = {
      tag: this.tag().trim(),
      name: this.name().trim(),
      kind: this.kind(),
      year: year === '' ? null : Number(year),
      construction: this.construction(),
      notes: this.notes(),
    };
    this.busy.set(true);
    (isNew ? this.newCraft.add(typed) : of(this.craftId()))
      .pipe(
        concatMap((craftId) =>
          this.api.send<RepairDetail>('POST', '/repairs', { id: this.repairId, craftId, title: this.title().trim() }),
        ),
      )
      .subscribe({
        next: (repair) => void this.router.navigate(['/repair', repair.id, 'look']),
        error: (error: unknown) => {
          this.busy.set(false);
          if (error instanceof ApiError) this.problem.set(error.problem);
        },
      });
  }
}
