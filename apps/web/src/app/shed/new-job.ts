import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Craft, CraftBody, Problem, RepairDetail } from '@ashstep/contract';
import { type Observable, concatMap, of } from 'rxjs';
import { draft } from '../outbox/draft';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { Header } from '../parts/header';
import { CRAFT_KINDS, NewCraft } from '../parts/new-craft';
import { Api, ApiError } from '../platform/api';
import { PickSelect, TextInput } from '../parts/inputs';

const NEW = 'new';

/** What was said on the page; kept on this device until the job is open. */
interface Said extends Record<'craftId' | 'tag' | 'name' | 'year' | 'construction' | 'notes' | 'title', string> {
  kind: CraftBody['kind'] | null;
}
const NOTHING: Said = { craftId: '', tag: '', name: '', year: '', kind: null, construction: '', notes: '', title: '' };

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
          <select id="craft" (chosen)="put({ craftId: $event })">
            <option value="" [selected]="said().craftId === ''">Pick one</option>
            @for (craft of crafts(); track craft.id) {
              <option [value]="craft.id" [selected]="said().craftId === craft.id">
                {{ craft.tag }}, {{ craft.name }} ({{ craft.repairs }} {{ craft.repairs === 1 ? 'repair' : 'repairs' }})
              </option>
            }
            <option [value]="new" [selected]="said().craftId === new">A craft not listed yet</option>
          </select>
          @if (errors()['craftId']; as message) {
            <span class="error">{{ message }}</span>
          }
        </div>
        @if (said().craftId === new) {
          <fieldset>
            <legend>New craft</legend>
            <div class="fields">
              <div class="field" [class.wrong]="errors()['tag']">
                <label for="tag">Tag, short</label
                ><input id="tag" maxlength="24" [value]="said().tag" (typed)="put({ tag: $event })" />
                @if (errors()['tag']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
              <div class="field" [class.wrong]="errors()['name']">
                <label for="name">Name</label
                ><input id="name" maxlength="120" [value]="said().name" (typed)="put({ name: $event })" />
                @if (errors()['name']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
              <div class="field" [class.wrong]="errors()['year']">
                <label for="year">Year built</label
                ><input id="year" inputmode="numeric" [value]="said().year" (typed)="put({ year: $event })" />
                @if (errors()['year']; as m) {
                  <span class="error">{{ m }}</span>
                }
              </div>
            </div>
            <div class="field" [class.wrong]="errors()['kind']">
              <ash-choice label="Kind" [options]="kinds" [value]="said().kind" (pick)="put({ kind: $event })" />
              @if (errors()['kind']; as m) {
                <span class="error">{{ m }}</span>
              }
            </div>
            <div class="field">
              <label for="construction">Construction, as far as known</label
              ><input
                id="construction"
                maxlength="200"
                [value]="said().construction"
                (typed)="put({ construction: $event })"
              />
            </div>
            <div class="field">
              <label for="notes">Builder’s notes</label
              ><textarea id="notes" rows="2" [value]="said().notes" (typed)="put({ notes: $event })"></textarea>
            </div>
          </fieldset>
        }
        <div class="field" [class.wrong]="errors()['title']">
          <label for="title">Where on it, in a few words</label
          ><input
            id="title"
            maxlength="160"
            placeholder="Hull bottom, port, frame 4"
            [value]="said().title"
            (typed)="put({ title: $event })"
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
  readonly said = draft<Said>('new-job', signal(''), NOTHING);
  readonly busy = signal(false);
  readonly problem = signal<Problem | null>(null);
  readonly errors = computed<Record<string, string>>(() => ({
    ...Object.fromEntries(this.problem()?.fields.map((field) => [field.path, field.message]) ?? []),
    ...this.missing(),
  }));
  private readonly missing = signal<Record<string, string>>({});
  private readonly repairId = crypto.randomUUID();
  private readonly newCraft = new NewCraft();

  put(part: Partial<Said>): void {
    this.problem.set(null);
    this.missing.update((missing) => Object.fromEntries(Object.entries(missing).filter(([key]) => !(key in part))));
    this.said.update((said) => ({ ...said, ...part }));
  }

  open(event: Event): void {
    event.preventDefault();
    const said = this.said();
    const isNew = said.craftId === NEW;
    const [title, year] = [said.title.trim(), said.year.trim()];
    this.missing.set({
      ...(said.craftId === '' ? { craftId: 'Pick the craft first.' } : {}),
      ...(title === '' ? { title: 'Say where on the craft.' } : {}),
      ...(isNew && said.kind === null ? { kind: 'Say what kind of craft it is.' } : {}),
      ...(isNew && year !== '' && !/^\d{4}$/.test(year) ? { year: 'Four figures, like 2014, or leave it empty.' } : {}),
    });
    if (Object.keys(this.missing()).length > 0) return;
    const craft = (kind: CraftBody['kind']): Observable<string> =>
      this.newCraft.add({
        tag: said.tag.trim(),
        name: said.name.trim(),
        kind,
        year: year === '' ? null : Number(year),
        construction: said.construction,
        notes: said.notes,
      });
    this.busy.set(true);
    (isNew && said.kind ? craft(said.kind) : of(said.craftId))
      .pipe(
        concatMap((craftId) => this.api.send<RepairDetail>('POST', '/repairs', { id: this.repairId, craftId, title })),
      )
      .subscribe({
        next: (repair) => {
          this.said.set(NOTHING);
          void this.router.navigate(['/repair', repair.id, 'look']);
        },
        error: (error: unknown) => {
          this.busy.set(false);
          if (error instanceof ApiError) this.problem.set(error.problem);
        },
      });
  }
}
