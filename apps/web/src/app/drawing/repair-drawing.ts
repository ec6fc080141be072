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
import { type PlanOutline, planDrawing, runsOf, sectionDrawing } from '@ashstep/core/drawing';
import type { Point, Shape } from '@ashstep/core/geometry';
import type { RepairInputs, RepairPlan } from '@ashstep/core/repair';
import { formatQuantity } from '@ashstep/core/units';
import { MARK_NAMES } from '@ashstep/contract';
import type { MapPress, Underlay } from '../survey/survey-desk';
import { SessionService } from '../platform/session.service';
import { RULER_PX, dimensionChain, overallDimensions, rulerTicks, scaleBar, sectionShapes } from './annotations';
import { type Viewport, fit, planPath, toPlan, toScreen } from './geometry';
import { type HandleId, dragHandle, handlesOf, nudgeHandle, pointHandles, pointIndex } from './handles';
import { hatchOf } from './hatches';
import { type LayerName, WAS_THERE, layersPresent } from './layers';

/** A press that moves less is no drag, px. */
/** Room either side for the key, px. */
const KEY_PX = 124;
const DRAG_PX = 6;
/** A press this near to a point means that point, px. */
const SNAP_PX = 14;
const NARROW_PX = 560;
/** Stages that show the work as laid across the whole width. */
const ALL_LAID: readonly string[] = ['mix', 'days', 'layup', 'finish', 'signoff'];
const NO_PARTING: readonly string[] = ['look', 'laminate', 'resin', 'signoff'];
const ALL_GROUND: readonly string[] = ['look', 'laminate', 'resin'];

/**
 * The repair drawn to scale: plan above, section below at one horizontal scale, one parting line between "as ground" and "as laid".
 * Geometry comes from the core; here it only becomes SVG.
 */
@Component({
  selector: 'ash-repair-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './repair-drawing.html',
  host: { class: 'drawing' },
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
  readonly inputs = input.required<RepairInputs>();
  readonly plan = input.required<RepairPlan>();
  readonly stage = input.required<string>();
  readonly picked = input<string | null>(null);
  readonly pickedChange = output<string | null>();
  readonly editable = input(false);
  /** A change of the outline, to be applied to the outline as it stands when it arrives: presses may come faster than frames. */
  readonly shapeChange = output<(shape: Shape) => Shape>();
  readonly canUndo = input(false);
  readonly canRedo = input(false);
  readonly undo = output();
  readonly redo = output();
  /** Where the tool in hand is; while it is set, a press on the plan names another place. */
  readonly cursor = input<Point | null>(null);
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
  private readonly zoom = signal(1);
  private readonly pan = signal({ x: 0, y: 0 });
  private readonly partShare = signal<number | null>(null);
  private readonly hidden = signal<ReadonlySet<LayerName>>(new Set());
  readonly tab = signal<'plan' | 'section'>('plan');
  private dragging: HandleId | 'part' | 'pan' | null = null;
  private readonly pointers = new Map<number, Point>();
  private pressedAt: Point | null = null;
  private frozen: Viewport | null = null;
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set({ width: Math.max(280, entry!.contentRect.width), height: Math.max(300, entry!.contentRect.height) }),
  );

  /** At rest a finger scrolls the page past the drawing; zoomed in it moves the drawing. */
  readonly touchAction = computed(() => (this.zoom() === 1 ? 'pan-y' : 'none'));
  readonly width = computed(() => this.size().width);
  readonly height = computed(() => this.size().height);
  readonly narrow = computed(() => this.width() < NARROW_PX);
  readonly view = computed(() => planDrawing(this.inputs(), this.plan()));
  readonly section = computed(() => sectionDrawing(this.inputs(), this.plan()));
  readonly showPlan = computed(() => !this.narrow() || this.tab() === 'plan' || !this.section());
  readonly showSection = computed(() => this.section() !== null && (!this.narrow() || this.tab() === 'section'));
  private readonly planHeight = computed(
    () => (this.showSection() ? (this.showPlan() ? this.height() * 0.64 : 0) : this.height()) - RULER_PX,
  );

  private readonly fitted = computed(() =>
    fit(
      this.stage() === 'look' ? this.view().surveyBounds : this.view().bounds,
      this.width(),
      Math.max(120, this.planHeight()),
      RULER_PX,
      this.showSection() ? 48 : 70,
      this.narrow() ? undefined : KEY_PX,
    ),
  );
  readonly port = computed<Viewport>(() => {
    const base = this.frozen ?? this.fitted();
    const { x, y } = this.pan();
    const cx = this.width() / 2;
    const cy = RULER_PX + this.planHeight() / 2;
    const z = this.zoom();
    return {
      scale: base.scale * z,
      originX: cx + (base.originX - cx) * z + x,
      originY: cy + (base.originY - cy) * z + y,
    };
  });

  readonly partX = computed(() => {
    const share = this.partShare();
    if (share !== null) return share * this.width();
    if (ALL_LAID.includes(this.stage())) return 0;
    return ALL_GROUND.includes(this.stage()) ? this.width() : toScreen(this.port(), this.view().centre).x;
  });
  /** The handle stays on the sheet when the line is at its edge. */
  readonly gripX = computed(() => Math.min(this.width() - 28, Math.max(28, this.partX())));
  readonly hasParting = computed(() => this.view().plies.length > 0 && !NO_PARTING.includes(this.stage()));

  private readonly figures = computed(() => this.inputs().survey.readings.filter((reading) => reading.kind !== 'tap'));
  readonly layers = computed(() =>
    layersPresent(this.view(), this.section(), {
      stage: this.stage(),
      photo: this.photo() !== null,
      readings: this.inputs().survey.readings.length > 0,
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
    () => this.stage() === 'look' && (this.inputs().survey.readings.length > 0 || this.underlay() !== null),
  );

  readonly paths = computed(() => {
    const [view, port, ahead] = [this.view(), this.port(), !this.mapping()];
    const path = (outline: PlanOutline | null | undefined): string =>
      outline
        ? runsOf(outline)
            .map((run) => planPath(port, run))
            .join('')
        : '';
    return {
      damage: path(view.damage),
      cutOut: path(view.cutOut),
      footprint: path(ahead ? view.footprint : null),
      abraded: path(ahead ? view.abraded : null),
      mask: path(ahead ? view.mask : null),
      rings: (ahead ? view.rings : []).map((ring) => ({
        id: ring.id,
        d: path(ring),
        fill: hatchOf(ring.material, { fresh: false }),
        label: ring.label,
      })),
      plies: view.plies.map((ply) => ({
        ...ply,
        d: path(ply),
        fill: hatchOf(ply.material, { fresh: true, cover: ply.cover, carbon: ply.carbon, aramid: ply.aramid }),
      })),
      visible: path(view.visible),
      expected: path(view.expected),
      marks: view.marks.map((mark) => ({
        ...mark,
        d: path(mark),
        label: mark.name || MARK_NAMES[mark.kind],
        at: toScreen(port, highest(mark.points)),
      })),
      near: view.neighbours.map((line) => ({ ...line, a: toScreen(port, line.from), b: toScreen(port, line.to) })),
    };
  });

  /** Taps and what they say, while the damage is being mapped. */
  readonly survey = computed(() => {
    if (this.stage() !== 'look' || !this.shown('taps')) return null;
    const [{ taps, hidden }, port, cursor] = [this.view(), this.port(), this.cursor()];
    const at = (x: number, y: number): Point => toScreen(port, { x, y });
    const runs = (closed: readonly Point[][] | undefined): string =>
      (closed ?? []).map((run) => planPath(port, run)).join('');
    const next = hidden?.nextTap;
    return {
      taps: taps.map((tap) => ({
        ...at(tap.xMm, tap.yMm),
        sound: tap.sound,
        title: `${tap.sound}, ${tap.xMm.toFixed(0)} forward, ${tap.yMm.toFixed(0)} up`,
      })),
      band: runs(hidden ? [...hidden.outer, ...hidden.inner] : []),
      halfWay: runs(hidden?.contours),
      next: next ? at(next.xMm, next.yMm) : null,
      cursor: cursor && toScreen(port, cursor),
      figures: this.figures().map((r) => ({
        ...at(r.xMm, r.yMm),
        text: `${r.value}`,
        kind: r.kind,
        after: r.after ?? false,
        title: `${r.kind} ${r.value}${r.after ? ' after' : ''}, ${r.xMm.toFixed(0)} forward, ${r.yMm.toFixed(0)} up`,
      })),
      trace: this.trace().map((p) => at(p.x, p.y)),
    };
  });

  /** High and low places of the ground taper, as gauged. */
  readonly gauged = computed(() =>
    this.view().gauged.map((place) => ({
      ...toScreen(this.port(), place),
      verdict: place.verdict,
      by: Math.abs(place.overMm).toFixed(1),
      title: `${place.rayDeg}°, ${place.outMm.toFixed(0)} out: ${place.depthMm.toFixed(1)} deep, ${place.intendedMm.toFixed(1)} wanted`,
    })),
  );

  readonly ruler = computed(() => rulerTicks(this.port(), this.width(), this.units()));
  readonly scaleBar = computed(() => scaleBar(this.port(), this.units()));
  readonly dimensions = computed(() =>
    this.mapping() ? null : overallDimensions(this.view(), this.plan(), this.port(), this.units()),
  );

  readonly chain = computed(() => {
    const section = this.section();
    const chain =
      section && this.showPlan() && this.showSection()
        ? dimensionChain(section, this.view(), this.port(), this.units())
        : null;
    return chain && { ...chain, y: RULER_PX + this.planHeight() + 16 };
  });

  readonly sectionShapes = computed(() => {
    const section = this.section();
    if (!section) return null;
    const top = this.showPlan() ? RULER_PX + this.planHeight() + 44 : RULER_PX + 50;
    const hidden = this.hidden();
    const visible = (layer: string, material: string): boolean =>
      !(hidden.has(layer as LayerName) || (material === 'new-finish' && hidden.has('finish')));
    return sectionShapes(
      section,
      this.view(),
      this.port(),
      { top, room: this.height() - top - 40 },
      this.units(),
      visible,
    );
  });

  readonly handles = computed(() => {
    if (!this.editable() || this.stage() !== 'look' || this.cursor()) return [];
    const port = this.port();
    const mark = this.inputs().survey.marks.find(({ id }) => id === this.chosenMark());
    const handles = mark ? pointHandles(mark.points) : handlesOf(this.inputs().damage.shape, 34 / port.scale);
    return handles.map((handle) => ({ ...handle, ...toScreen(port, handle.at) }));
  });

  readonly description = computed(() => {
    const { damage, taper, patch } = this.plan();
    const parts: string[] = [];
    if (damage)
      parts.push(
        `Damage ${this.length(damage.visible.lengthMm)} by ${this.length(damage.visible.widthMm)}, cut-out ${this.length(damage.cut.lengthMm)} by ${this.length(damage.cut.widthMm)}.`,
      );
    if (taper)
      parts.push(
        `Taper ${Number(taper.ratio.toFixed(1))} to 1, footprint ${this.length(taper.footprint.faces[0]!.footprint.lengthMm)} by ${this.length(taper.footprint.faces[0]!.footprint.widthMm)}.`,
      );
    if (patch)
      parts.push(
        `${patch.layers.length} plies, ${this.inputs().stack.order === 'smallest-first' ? 'smallest' : 'largest'} first.`,
      );
    return parts.join(' ');
  });

  constructor() {
    effect(() => {
      this.stage();
      untracked(() => this.partShare.set(null));
    });
  }

  ngOnInit(): void {
    this.observer.observe(this.host);
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  private length(mm: number): string {
    return formatQuantity(mm, 'length', this.units()).figure;
  }

  tracePoints(places: readonly Point[]): string {
    return places.map(({ x, y }) => `${x},${y}`).join(' ');
  }

  /** Left end of a line near by, as far as it lies on the sheet. */
  labelX(a: number, b: number): number {
    return Math.min(this.width() - 150, Math.max(this.narrow() ? 90 : 12, Math.min(a, b) + 6));
  }

  shown(layer: LayerName): boolean {
    return !this.hidden().has(layer);
  }

  toggle(layer: LayerName): void {
    const next = new Set(this.hidden());
    if (!next.delete(layer)) next.add(layer);
    this.hidden.set(next);
  }

  dimmed(plyKey: string | null): boolean {
    const laid = this.laidKeys();
    return laid !== null && plyKey !== null && !laid.has(plyKey);
  }

  /** Zooms about a place on the page, which stays where it is; about the middle of the plan when none is given. */
  zoomBy(factor: number, about?: Point): void {
    const zoom = Math.min(20, Math.max(0.3, this.zoom() * factor));
    const applied = zoom / this.zoom();
    const box = this.host.getBoundingClientRect();
    const still = about
      ? { x: about.x - box.left - this.width() / 2, y: about.y - box.top - RULER_PX - this.planHeight() / 2 }
      : { x: 0, y: 0 };
    this.zoom.set(zoom);
    this.pan.update(({ x, y }) => ({
      x: (1 - applied) * still.x + applied * x,
      y: (1 - applied) * still.y + applied * y,
    }));
  }

  fitAll(): void {
    this.zoom.set(1);
    this.pan.set({ x: 0, y: 0 });
  }

  /** The wheel zooms, unless the page itself is there to be scrolled; then it takes Ctrl with it. */
  wheel(event: WheelEvent): void {
    const pageScrolls = document.documentElement.scrollHeight > window.innerHeight;
    if (pageScrolls && !event.ctrlKey && !event.metaKey) return;
    event.preventDefault();
    this.zoomBy(event.deltaY < 0 ? 1.12 : 1 / 1.12, { x: event.clientX, y: event.clientY });
  }

  /** A press on the plan, not the end of a drag and not on a grip, names a place. */
  press(event: MouseEvent): void {
    const start = this.pressedAt;
    if (
      !this.cursor() ||
      !start ||
      Math.hypot(event.clientX - start.x, event.clientY - start.y) > DRAG_PX ||
      (event.target as Element).closest('[role="slider"]')
    )
      return;
    const box = this.host.getBoundingClientRect();
    this.place.emit({
      ...toPlan(this.port(), event.clientX - box.left, event.clientY - box.top),
      reachMm: SNAP_PX / this.port().scale,
    });
  }

  grab(event: PointerEvent, what: HandleId | 'part' | 'pan'): void {
    event.stopPropagation();
    this.pressedAt = { x: event.clientX, y: event.clientY };
    this.pointers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    // A second finger makes it a pinch, wherever the two came down.
    this.dragging = this.pointers.size > 1 ? 'pan' : what;
    if (what !== 'part' && what !== 'pan') this.frozen = this.fitted();
  }

  move(event: PointerEvent): void {
    const before = this.pointers.get(event.pointerId);
    if (!before || !this.dragging) return;
    const others = [...this.pointers].filter(([id]) => id !== event.pointerId).map(([, p]) => p);
    const now = { x: event.clientX, y: event.clientY };
    this.pointers.set(event.pointerId, now);
    if (this.dragging === 'pan' && others[0]) {
      const from = Math.hypot(before.x - others[0].x, before.y - others[0].y);
      const to = Math.hypot(now.x - others[0].x, now.y - others[0].y);
      if (from > 10) this.zoomBy(to / from, { x: (now.x + others[0].x) / 2, y: (now.y + others[0].y) / 2 });
      return;
    }
    const box = this.host.getBoundingClientRect();
    if (this.dragging === 'part') this.partShare.set(Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)));
    else if (this.dragging === 'pan')
      this.pan.update(({ x, y }) => ({ x: x + now.x - before.x, y: y + now.y - before.y }));
    else {
      const [handle, to] = [this.dragging, toPlan(this.port(), event.clientX - box.left, event.clientY - box.top)];
      if (this.chosenMark()) this.markPointChange.emit({ index: pointIndex(handle), move: () => to });
      else this.shapeChange.emit((shape) => dragHandle(shape, handle, to));
    }
  }

  release(event: PointerEvent): void {
    this.pointers.delete(event.pointerId);
    if (this.pointers.size > 0) return;
    this.dragging = null;
    if (this.frozen) {
      this.frozen = null;
      this.size.update((size) => ({ ...size }));
    }
  }

  nudge(event: KeyboardEvent, handle: HandleId): void {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowRight: [step, 0],
      ArrowLeft: [-step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    const [dx, dy] = move;
    if (this.chosenMark())
      this.markPointChange.emit({ index: pointIndex(handle), move: ({ x, y }) => ({ x: x + dx, y: y + dy }) });
    else this.shapeChange.emit((shape) => nudgeHandle(shape, handle, dx, dy));
  }

  partKey(event: KeyboardEvent): void {
    const width = this.width();
    const step = (event.shiftKey ? 50 : 5) * this.port().scale;
    const targets: Record<string, number> = {
      ArrowLeft: this.partX() - step,
      ArrowRight: this.partX() + step,
      Home: width,
      End: 0,
    };
    const target = targets[event.key];
    if (target === undefined) return;
    event.preventDefault();
    this.partShare.set(Math.min(1, Math.max(0, target / width)));
  }

  key(event: KeyboardEvent): void {
    if (event.key === '+' || event.key === '=') this.zoomBy(1.2);
    else if (event.key === '-') this.zoomBy(1 / 1.2);
    else if (event.key === '0') this.fitAll();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  pick(key: string | null): void {
    this.pickedChange.emit(key);
  }
}

const highest = (points: readonly Point[]): Point => points.reduce((top, p) => (p.y > top.y ? p : top));
