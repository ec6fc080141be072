import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  type OnDestroy,
  type OnInit,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { planDrawing, sectionDrawing, withPoint, runsOf } from '@ashstep/core/drawing';
import type { Point, Shape } from '@ashstep/core/geometry';
import { type RepairInputs, type RepairPlan, isUnsaid } from '@ashstep/core/repair';
import type { MapPress, Underlay } from '../survey/survey-desk';
import { SessionService } from '../platform/session.service';
import { RULER_PX, dimensionChain, overallDimensions, rulerTicks, scaleBar, sectionShapes } from './annotations';
import { DimensionFields } from './dimension-fields';
import { type SizeField, chainSizes, outlineSizes } from './size-fields';
import { fairRead, fairShapes } from './fair-shapes';
import { type Viewport, fit, planPath, toScreen } from './geometry';
import { Gestures } from './gestures';
import { type Handle, handlesOf, pointHandles } from './handles';
import { type LayerName, WAS_THERE, aboutKey, hiddenLayers, layersPresent } from './layers';
import { type SheetEdit, moveItem, nearHandles, spotHandles } from './movables';
import { inWords, planPaths, surveyMarks } from './plan-shapes';

/** Room either side for the key, px. */
const KEY_PX = 124;
const NARROW_PX = 560;
/** About as wide as a letter of the drawing. */
const LETTER_PX = 7.6;
/** Buttons along the foot of a narrow sheet, px. */
const NARROW_FOOT_PX = 56;
/** From this width on the section stands beside the plan: a screen of 1600 px with the sheet beside the drawing. */
const BESIDE_PX = 920;
/** From this width on what there is to say of the section stands on one line. */
const WIDE_NOTE_PX = 900;
/** Foot of the plan, with the keys of the layers, where the section stands beside it, px. */
const FOOT_PX = 118;
/** Room above the section beside the plan: the handle of the parting line and the chain of dimensions, px. */
const SECTION_HEAD_PX = 90;
/** Stages that show the work as laid across the whole width. */
const ALL_LAID: readonly string[] = ['mix', 'days', 'layup', 'finish', 'signoff'];
/** Parts of the survey whose readings lie on the sheet to be moved. */
const READ_PARTS: readonly string[] = ['taps', 'readings'];
const NOTHING_HIDDEN: ReadonlySet<LayerName> = new Set();
const NO_PARTING: readonly string[] = ['look', 'laminate', 'resin', 'signoff'];
const ALL_GROUND: readonly string[] = ['look', 'laminate', 'resin'];

/**
 * The repair drawn to scale: plan above and section below, or beside it on a wide screen, at one horizontal scale, one parting line between "as ground" and "as laid".
 * Geometry comes from the core; here it only becomes SVG.
 */
@Component({
  selector: 'ash-repair-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DimensionFields],
  templateUrl: './repair-drawing.html',
  host: { class: 'drawing', '[class.beside]': 'beside()' },
  styles: `
    :host {
      position: relative;
      display: block;
      height: 100%;
      min-height: 380px;
      overflow: hidden;
      background: var(--sheet);
    }
    .zoom {
      position: absolute;
      right: 8px;
      bottom: 8px;
      display: flex;
      gap: 6px;
    }
    .zoom.back {
      right: auto;
      left: 8px;
    }
    .zoom.raised {
      bottom: 60px;
    }
    .zoom button,
    .tabs button {
      min-width: 44px;
      min-height: 44px;
      border: 1.5px solid var(--ink);
      background: var(--sheet);
      font: 640 18px var(--head);
    }
    .tabs {
      position: absolute;
      left: 8px;
      bottom: 8px;
      display: flex;
    }
    .tabs button {
      padding: 0 12px;
      font-size: 14px;
    }
    .tabs button[aria-pressed='true'] {
      background: var(--ink);
      color: var(--sheet);
    }
    .about {
      position: absolute;
      left: -9999px;
    }
  `,
})
export class RepairDrawing implements OnInit, OnDestroy {
  /** A figure as it is read out: nobody wants to hear its decimals. */
  readonly whole = Math.round;
  readonly inputs = input.required<RepairInputs>();
  readonly plan = input.required<RepairPlan>();
  readonly stage = input.required<string>();
  /** Part of the stage that is open: the drawing shows what it is about. */
  readonly part = input<string | null>(null);
  readonly picked = input<string | null>(null);
  readonly pickedChange = output<string | null>();
  readonly editable = input(false);
  /** A change of the outline, to be applied to the outline as it stands when it arrives: presses may come faster than frames. */
  readonly shapeChange = output<(shape: Shape) => Shape>();
  /** A spot, a line near by or a reading taken elsewhere. */
  readonly itemChange = output<SheetEdit>();
  readonly canUndo = input(false);
  readonly canRedo = input(false);
  readonly undo = output();
  readonly redo = output();
  /** Where the tool in hand is; while it is set, a press on the plan names another place. */
  readonly cursor = input<Point | null>(null);
  /** Places a tool in hand goes to: all of them are kept on the sheet. */
  readonly reach = input<readonly Point[]>([]);
  readonly place = output<MapPress>();
  /** Places set so far of a run being traced. */
  readonly trace = input<readonly Point[]>([]);
  readonly underlay = input<Underlay | null>(null);
  /** Mark whose places have grips in place of the outline's. */
  readonly chosenMark = input<string | null>(null);
  readonly markPointChange = output<{ index: number; move: (point: Point) => Point }>();
  /** Plies laid so far, by key, for the lay-up. */
  readonly laidKeys = input<ReadonlySet<string> | null>(null);

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  private readonly size = signal({ width: 720, height: 560 });
  /** Layers turned on or off by hand, by what the open part is about. */
  private readonly turned = signal<Readonly<Record<string, ReadonlySet<LayerName>>>>({});
  private readonly about = computed(() => aboutKey(this.stage(), this.part()));
  private readonly hidden = computed(() => hiddenLayers(this.about(), this.turned()[this.about()] ?? new Set()));
  readonly tab = signal<'plan' | 'section'>('plan');
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set({ width: Math.max(280, entry!.contentRect.width), height: Math.max(300, entry!.contentRect.height) }),
  );

  /** At rest a finger scrolls the page past the drawing; zoomed in it moves the drawing. */
  readonly touchAction = computed(() => (this.gestures.zoom() === 1 ? 'pan-y' : 'none'));
  readonly width = computed(() => this.size().width);
  readonly height = computed(() => this.size().height);
  readonly narrow = computed(() => this.width() < NARROW_PX);
  readonly view = computed(() => planDrawing(this.inputs(), this.plan()));
  readonly section = computed(() => sectionDrawing(this.inputs(), this.plan()));
  readonly showPlan = computed(() => !this.narrow() || this.tab() === 'plan' || !this.section());
  readonly showSection = computed(() => this.section() !== null && (!this.narrow() || this.tab() === 'section'));
  /** The section has a second line under it for what there is to say of it. */
  readonly twoLines = computed(() => this.width() < WIDE_NOTE_PX || this.beside());
  readonly beside = computed(() => this.showSection() && this.width() >= BESIDE_PX);
  readonly planWidth = computed(() => (this.beside() ? this.width() / 2 : this.width()));
  private readonly planHeight = computed(() => {
    if (this.beside()) return this.height() - FOOT_PX - RULER_PX;
    if (this.narrow() && this.showPlan()) return this.height() - NARROW_FOOT_PX - RULER_PX;
    return (this.showSection() ? (this.showPlan() ? this.height() * 0.64 : 0) : this.height()) - RULER_PX;
  });
  /** How far the section stands to the right of the plan, px. */
  readonly sectionX = computed(() => (this.beside() ? this.planWidth() : 0));
  /** Where the scale and the way forward stand, px. */
  readonly footY = computed(() => {
    if (this.beside()) return this.height() - FOOT_PX + 8;
    return this.showSection() ? this.height() * 0.64 - 8 : this.height() - 66;
  });

  private readonly fitted = computed(() =>
    fit(
      this.stage() === 'look' ? this.reach().reduce(withPoint, this.view().surveyBounds) : this.view().bounds,
      this.planWidth(),
      Math.max(120, this.planHeight()),
      RULER_PX,
      this.showSection() ? 48 : 70,
      this.narrow() || this.beside() ? undefined : KEY_PX,
    ),
  );
  readonly port = computed<Viewport>(() => {
    const base = this.gestures.frozen() ?? this.fitted();
    const { x, y } = this.gestures.pan();
    const cx = this.planWidth() / 2;
    const cy = RULER_PX + this.planHeight() / 2;
    const z = this.gestures.zoom();
    return {
      scale: base.scale * z,
      originX: cx + (base.originX - cx) * z + x,
      originY: cy + (base.originY - cy) * z + y,
    };
  });

  private readonly sectionPort = computed((): Viewport => {
    const port = this.port();
    return { ...port, originX: port.originX + this.sectionX() };
  });

  readonly partX = computed(() => {
    const share = this.gestures.partShare();
    if (share !== null) return share * this.planWidth();
    if (ALL_LAID.includes(this.stage())) return 0;
    return ALL_GROUND.includes(this.stage()) ? this.planWidth() : toScreen(this.port(), this.view().centre).x;
  });
  /** The handle stays on the sheet when the line is at its edge. */
  readonly gripX = computed(() => Math.min(this.planWidth() - 28, Math.max(28, this.partX())));
  readonly hasParting = computed(() => this.view().plies.length > 0 && !NO_PARTING.includes(this.stage()));

  // The survey stays as it is while an outline is dragged, and so do its marks.
  private readonly readings = computed(() => this.inputs().survey.readings);
  private readonly figures = computed(() => this.readings().filter((reading) => reading.kind !== 'tap'));
  private readonly taps = computed(() => this.view().taps);
  private readonly hiddenArea = computed(() => this.view().hidden);
  readonly layers = computed(() =>
    layersPresent(this.view(), this.section(), {
      stage: this.stage(),
      photo: this.photo() !== null,
      readings: this.readings().length > 0,
    }),
  );
  readonly keyLeft = computed(() => this.layers().filter((layer) => WAS_THERE.includes(layer.name)));
  readonly keyRight = computed(() => this.layers().filter((layer) => !WAS_THERE.includes(layer.name)));

  /** The squared-up photograph, placed on the sheet. */
  readonly photo = computed(() => {
    const under = this.underlay();
    if (!under || this.stage() !== 'look') return null;
    const { scale } = this.port();
    const { frame } = under;
    const corner = toScreen(this.port(), { x: under.xMm, y: under.yMm });
    return {
      href: under.href,
      transform: `translate(${corner.x} ${corner.y}) rotate(${-under.turnedDeg})`,
      x: frame.minXMm * scale,
      y: -(frame.minYMm + frame.heightMm) * scale,
      width: frame.widthMm * scale,
      height: frame.heightMm * scale,
    };
  });

  /** While taps or a photograph are on the sheet it shows what is there, not yet what will be ground. */
  readonly mapping = computed(
    () => this.stage() === 'look' && (this.readings().length > 0 || this.underlay() !== null),
  );

  /** Nothing is drawn on a side of the parting line that has no room; a ply that is picked shows on both. */
  private readonly laidShows = computed(() => this.partX() < this.planWidth() || this.picked() !== null);
  private readonly onSheet = computed(() => ({
    ahead: !this.mapping(),
    ground: this.partX() > 0,
    laid: this.laidShows(),
  }));

  readonly paths = computed(() => planPaths(this.view(), this.port(), this.onSheet()));

  /** Taps and what they say, while the damage is being mapped. */
  readonly survey = computed(() =>
    this.stage() === 'look' && this.shown('taps')
      ? surveyMarks(
          this.taps(),
          this.hiddenArea(),
          this.figures(),
          this.port(),
          this.cursor(),
          this.trace(),
          this.readingNumbers(),
        )
      : null,
  );

  // What was read stays as it is while the sheet is moved under it.
  private readonly finish = computed(() => this.inputs().finish);
  private readonly jobPlace = computed(() => this.inputs().place);
  private readonly fairRead = computed(() => fairRead(this.finish(), this.jobPlace()));
  /** How fair it is, and what the low light showed, while that part is open. */
  readonly fairness = computed(() =>
    this.about() === 'finish/fair'
      ? fairShapes(this.fairRead(), this.finish().lightMarks ?? [], this.port(), this.units())
      : null,
  );
  /** The two stages of tape round a gel coat, while the coat is what the open part is about. */
  readonly gelMasks = computed(
    () =>
    this.about() === 'finish/coat' ? this.view().gelMasks.map((mask) => runsOf(mask).map((run) => planPath(this.port(), run)).join('')) : [], // prettier-ignore
  );
  readonly fairCursor = computed(() => (this.fairness() && this.cursor() ? toScreen(this.port(), this.cursor()!) : null)); // prettier-ignore

  /** High and low places of the ground taper, as gauged. */
  readonly gauged = computed(() =>
    this.view().gauged.map((place) => ({
      ...toScreen(this.port(), place),
      verdict: place.verdict,
      by: Math.abs(place.overMm).toFixed(1),
      title: `${place.rayDeg}°, ${place.outMm.toFixed(0)} out: ${place.depthMm.toFixed(1)} deep, ${place.intendedMm.toFixed(1)} wanted`,
    })),
  );

  readonly ruler = computed(() => {
    const plan = rulerTicks(this.port(), this.planWidth(), this.units());
    return this.beside() ? [...plan, ...rulerTicks(this.sectionPort(), this.width(), this.units()).filter(({ x }) => x > this.sectionX())] : plan; // prettier-ignore
  });
  readonly scaleBar = computed(() => scaleBar(this.port(), this.units()));
  /** Nobody has measured the outline: what is drawn is a start, and has no figures. */
  private readonly isStart = computed(() => isUnsaid(this.inputs().damage, 'shape'));
  readonly dimensions = computed(() =>
    this.mapping() || this.isStart() ? null : overallDimensions(this.view(), this.plan(), this.port(), this.units()),
  );

  readonly sectionShapes = computed(() => {
    const section = this.section();
    if (!section) return null;
    const beside = this.beside();
    const top = RULER_PX + (beside ? SECTION_HEAD_PX : this.showPlan() ? this.planHeight() + 44 : 50);
    // What is faired and coated lies on the plan alone: the section stays whole under it.
    const hidden = this.stage() === 'finish' ? NOTHING_HIDDEN : this.hidden();
    const visible = (layer: string, material: string): boolean =>
      !(hidden.has(layer as LayerName) || (material === 'new-finish' && hidden.has('finish')));
    return sectionShapes(
      section,
      this.view(),
      this.sectionPort(),
      { top, room: this.height() - top - (beside ? FOOT_PX : this.width() < WIDE_NOTE_PX ? 60 : 40), centred: beside },
      this.units(),
      visible,
      this.laidShows(),
    );
  });

  readonly chain = computed(() => {
    const [section, shapes] = [this.section(), this.sectionShapes()];
    const chain =
      section && shapes && this.showPlan() && this.showSection()
        ? dimensionChain(section, this.view(), this.sectionPort(), this.units())
        : null;
    return chain && { ...chain, y: shapes!.top - 28 };
  });

  readonly handles = computed(() => {
    if (!this.editable() || this.stage() !== 'look' || this.cursor()) return [];
    const port = this.port();
    const onPlan = ({ x }: Point): boolean => x > 0 && x < this.planWidth();
    return this.grips(port)
      .map((handle) => ({ ...handle, ...toScreen(port, handle.at) }))
      .filter(onPlan);
  });

  /** What there is to take hold of: it goes by the part that is open. */
  private grips(port: Viewport): Handle[] {
    const { damage, survey } = this.inputs();
    const mark = survey.marks.find(({ id }) => id === this.chosenMark());
    if (mark) return pointHandles(mark.points);
    const outline = handlesOf(damage.shape, 34 / port.scale);
    switch (this.part()) {
      case 'spots':
        return [...outline.filter(({ id }) => id === 'move'), ...spotHandles(damage)];
      case 'near':
        return nearHandles(damage);
      default:
        return outline;
    }
  }

  /** Readings are taken elsewhere by themselves while no tool is in hand. */
  readonly loose = computed(() => this.editable() && !this.cursor() && READ_PARTS.includes(this.part() ?? ''));
  readonly readingNumbers = computed(() => new Map(this.readings().map((reading, i) => [reading, i])));

  /** Sizes that can be typed on the sheet: of the outline while nothing else is in hand, of margin and taper on their stage. */
  readonly sizes = computed((): SizeField[] => {
    if (!this.editable() || this.narrow() || this.cursor()) return [];
    const chain = this.chain();
    const depthMm = this.plan().taper?.footprint.faces[0]?.depthMm;
    if (this.stage() === 'taper' && chain && depthMm && this.slopes()) return chainSizes(chain, depthMm);
    const outline = this.stage() === 'look' && !this.chosenMark() && !this.mapping() && (this.part() ?? 'outline') === 'outline'; // prettier-ignore
    return outline ? outlineSizes(this.inputs().damage.shape, this.port(), !this.isStart()) : [];
  });
  /** Its slope is cut by one ratio, that can be set. */
  private readonly slopes = computed(() => this.section()?.ratio !== null && this.plan().taper?.profile.kind === 'slope'); // prettier-ignore

  readonly description = computed(() => inWords(this.inputs(), this.plan(), this.units()));

  readonly gestures: Gestures = new Gestures({
    host: this.host,
    width: this.planWidth,
    planHeight: this.planHeight,
    port: this.port,
    fitted: this.fitted,
    partX: this.partX,
    chosenMark: this.chosenMark,
    cursor: this.cursor,
    placed: (press) => this.place.emit(press),
    markMoved: (change) => this.markPointChange.emit(change),
    reshaped: (change) => this.shapeChange.emit(change),
    itemMoved: (id, move) => this.itemChange.emit(moveItem(id, move)),
  });

  constructor() {
    effect(() => {
      this.stage();
      untracked(() => this.gestures.partShare.set(null));
    });
  }

  ngOnInit(): void {
    this.observer.observe(this.host);
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  tracePoints(places: readonly Point[]): string {
    return places.map(({ x, y }) => `${x},${y}`).join(' ');
  }

  /** Left end of the label of a line near by, as far as it lies on the sheet. */
  labelX(a: number, b: number, letters: number): number {
    return Math.max(
      6,
      Math.min(this.planWidth() - LETTER_PX * letters, Math.max(this.narrow() ? 90 : 12, Math.min(a, b) + 6)),
    );
  }

  shown(layer: LayerName): boolean {
    return !this.hidden().has(layer);
  }

  toggle(layer: LayerName): void {
    const about = this.about();
    const next = new Set(this.turned()[about]);
    if (!next.delete(layer)) next.add(layer);
    this.turned.update((turned) => ({ ...turned, [about]: next }));
  }

  /** Whether a ply, or what a round puts in, is not down yet. */
  dimmed(key: string | null | undefined): boolean {
    const laid = this.laidKeys();
    return laid !== null && !!key && !laid.has(key);
  }

  /** Takes hold of a reading by its number. */
  hold(event: PointerEvent, number: number | undefined): void {
    if (number !== undefined) this.gestures.grab(event, `reading:${number}`);
  }

  pick(key: string | null): void {
    this.pickedChange.emit(key);
  }
}
