import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { type Craft, type CraftBody, type NewRepair, type Problem, type RepairDetail, SMALL_WORDS } from '@ashstep/contract'; // prettier-ignore
import { attempt } from '@ashstep/core/errors';
import { NEW_REPAIR, SMALL_KINDS, type SmallKind } from '@ashstep/core/repair';
import { type SmallFigures, type SmallPlace, smallInputs } from '@ashstep/core/small';
import { concatMap, of } from 'rxjs';
import { draft } from '../outbox/draft';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { Header } from '../parts/header';
import { CRAFT_KINDS, NewCraft } from '../parts/new-craft';
import { PickSelect, TextInput } from '../parts/inputs';
import { Api, ApiError } from '../platform/api';
import { type Asked, type AskedValue, askedOf, figureError, figuresFrom, isSaid, missingOf } from './asked';
import { FigureFields } from './figure-fields';
import { SmallPictureView } from './small-picture';

const SURFACES = { gelcoat: 'Gel coat', paint: 'Paint', bare: 'Bare laminate' } as const;
const WATERLINES = { above: 'Above the waterline', below: 'Below it' } as const;
/** Stands for a craft that is not in the list. */
const ANOTHER = 'another';

/** What was said on the page; kept on this device until the card is made. */
interface Said {
  craftId: string;
  title: string;
  tag: string;
  name: string;
  craftKind: CraftBody['kind'] | null;
  finish: keyof typeof SURFACES | null;
  waterline: keyof typeof WATERLINES | null;
  values: Asked;
  more: readonly SmallPlace[];
}
const NOTHING: Said = { craftId: '', title: '', tag: '', name: '', craftKind: null, finish: null, waterline: null, values: {}, more: [] }; // prettier-ignore

/** A small job: what is wrong by its picture, a handful of figures, craft and place; then its card. */
@Component({
  selector: 'ash-small-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, FigureFields, Header, PickSelect, RouterLink, SmallPictureView, TextInput],
  templateUrl: './small-page.html',
  styleUrl: './small-page.scss',
})
export class SmallPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  /** Kind from the address. */
  readonly kind = input<string>();
  readonly picked = computed(() => SMALL_KINDS.find((one) => one === this.kind()) ?? null);
  readonly kinds = SMALL_KINDS.map((kind) => ({ kind, ...SMALL_WORDS[kind] }));
  readonly crafts = toSignal(this.api.get<Craft[]>('/craft'), { initialValue: [] });
  readonly craftKinds = optionsOf(CRAFT_KINDS);
  readonly surfaces = optionsOf(SURFACES);
  readonly waterlines = optionsOf(WATERLINES);
  readonly another = ANOTHER;

  readonly said = draft<Said>('small', computed(() => this.kind() ?? ''), NOTHING); // prettier-ignore
  readonly tried = signal(false);
  readonly busy = signal(false);
  readonly problem = signal<Problem | null>(null);
  private readonly repairId = crypto.randomUUID();
  private readonly newCraft = new NewCraft();

  private readonly craftKind = computed(() => (this.said().craftId === ANOTHER ? this.said().craftKind : (this.crafts().find(({ id }) => id === this.said().craftId)?.kind ?? null))); // prettier-ignore
  readonly floats = computed(() => this.craftKind() === 'boat');
  /** What is cracked or gouged here is gel coat; bare laminate is sealed; of all else it is asked. */
  private readonly knownSurface = computed(() => {
    const [kind, coat] = [this.picked(), this.said().values['coat']];
    if (kind === 'gouge' || kind === 'cracks' || (kind === 'coat' && coat === 'gelcoat')) return 'gelcoat' as const;
    return kind === 'coat' && coat === 'seal' ? ('bare' as const) : null;
  });
  readonly asksSurface = computed(() => this.knownSurface() === null);
  /** A kind that this craft seldom has, and which it is more likely. */
  readonly misfit = computed((): { text: string; kind: SmallKind } | null => {
    const [kind, craft] = [this.picked(), this.craftKind()];
    if ((kind === 'gouge' || kind === 'cracks') && (craft === 'board' || craft === 'paddle'))
      return { text: 'Boards and paddle craft seldom have gel coat. Paint or bare skin pressed in is a', kind: 'ding' };
    return null;
  });
  readonly place = computed((): NonNullable<NewRepair['small']>['place'] | null => {
    const finish = this.knownSurface() ?? this.said().finish;
    const waterline = this.floats() ? this.said().waterline : 'above';
    return finish && waterline ? { finish, waterline } : null;
  });
  /** What nobody has said yet: its field, and its label. */
  private readonly wanting = computed((): { key: string; label: string }[] => {
    const [kind, said] = [this.picked(), this.said()];
    if (!kind) return [];
    const isNew = said.craftId === ANOTHER;
    const when = (is: boolean, key: string, label: string): { key: string; label: string }[] => (is ? [{ key, label }] : []); // prettier-ignore
    return [
      ...when(said.craftId === '', 'craftId', 'Craft'),
      ...when(said.title.trim() === '', 'title', 'Where on it'),
      ...when(isNew && said.tag.trim() === '', 'tag', 'Its tag'),
      ...when(isNew && said.name.trim() === '', 'name', 'Its name'),
      ...when(isNew && said.craftKind === null, 'craftKind', 'What it is'),
      ...when(this.asksSurface() && said.finish === null, 'finish', 'Its surface'),
      ...when(this.floats() && said.waterline === null, 'waterline', 'Above or below the waterline'),
      ...askedOf(kind, said.values).filter(({ key, optional }) => !optional && !isSaid(said.values[key])),
    ];
  });
  readonly missing = computed(() => this.wanting().map(({ label }) => label));
  /** The figures, once all of them were said; null before, and where no job can have them. */
  readonly figures = computed((): SmallFigures | null =>
    this.figuresSaid() && !this.trouble() ? this.figuresSaid() : null,
  );
  private readonly figuresSaid = computed(() => {
    const [kind, said] = [this.picked(), this.said()];
    return kind && missingOf(kind, said.values).length === 0 ? figuresFrom(kind, said.values, said.more) : null;
  });
  private readonly trouble = computed(() => {
    const figures = this.figuresSaid();
    return figures ? attempt(() => smallInputs(NEW_REPAIR, figures)).error : null;
  });
  readonly errors = computed<Record<string, string>>(() => {
    const trouble = this.trouble();
    return {
      ...(trouble ? figureError(trouble) : {}),
      ...(this.tried() ? Object.fromEntries(this.wanting().map(({ key }) => [key, 'This is still missing.'])) : {}),
      ...Object.fromEntries(this.problem()?.fields.map(({ path, message }) => [path.replace(/^small\.figures\./, ''), message]) ?? []), // prettier-ignore
    };
  });

  words(kind: SmallKind): { name: string; about: string } {
    return SMALL_WORDS[kind];
  }

  put(part: Partial<Said>): void {
    this.problem.set(null);
    this.said.update((said) => ({ ...said, ...part }));
  }

  say({ key, value }: { key: string; value: AskedValue }): void {
    this.put({ values: { ...this.said().values, [key]: value } });
  }

  make(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    const [figures, place, said] = [this.figures(), this.place(), this.said()];
    if (this.missing().length > 0 || !figures || !place) return;
    const typed = { tag: said.tag.trim(), name: said.name.trim(), kind: said.craftKind ?? 'other', year: null, construction: '', notes: '' } as const; // prettier-ignore
    const job = { id: this.repairId, title: said.title.trim(), small: { figures, place } };
    this.busy.set(true);
    (said.craftId === ANOTHER ? this.newCraft.add(typed) : of(said.craftId))
      .pipe(
        concatMap((craftId) =>
          this.api.send<RepairDetail>('POST', '/repairs', { ...job, craftId } satisfies NewRepair),
        ),
      ) // prettier-ignore
      .subscribe({
        next: ({ id }) => {
          this.said.set(NOTHING);
          void this.router.navigate(['/repair', id, 'card']);
        },
        error: (error: unknown) => {
          this.busy.set(false);
          if (!(error instanceof ApiError)) throw error;
          this.problem.set(error.problem);
        },
      });
  }
}
