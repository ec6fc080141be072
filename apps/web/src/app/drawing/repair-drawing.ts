import { ChangeDetectionStrategy, Component, ElementRef, type OnDestroy, type OnInit, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type Point, type RepairInputs, type RepairPlan, type Shape, type Stage, formatQuantity, planDrawing, sectionDrawing } from '@ashstep/core';
import { SessionService } from '../platform/session.service';
import { RULER_PX, dimensionChain, overallDimensions, rulerTicks, scaleBar, sectionShapes } from './annotations';
import { type Viewport, fit, planPath, toPlan, toScreen } from './geometry';
import { type HandleId, dragHandle, handlesOf, nudgeHandle } from './handles';
import { hatchOf } from './hatches';
import { type LayerName, WAS_THERE, layersPresent } from './layers';

const NARROW_PX = 560;
/** Stages that show the work as laid across the whole width. */
const ALL_LAID: readonly Stage[] = ['mix', 'days', 'layup', 'finish', 'signoff'];
const NO_PARTING: readonly Stage[] = ['look', 'laminate', 'resin', 'signoff'];
const ALL_GROUND: readonly Stage[] = ['look', 'laminate', 'resin'];

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
  readonly stage = input.required<Stage>();
  readonly picked = input<string | null>(null);
  readonly pickedChange = output<string | null>();
  readonly editable = input(false);
  /** A change of the outline, to be applied to the outline as it stands when it arrives: presses may come faster than frames. */
  readonly shapeChange = output<(shape: Shape) => Shape>();
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
  private frozen: Viewport | null = null;
  private readonly observer = new ResizeObserver(([entry]) => this.size.set({ width: Math.max(280, entry!.contentRect.width), height: Math.max(300, entry!.contentRect.height) }));

  /** At rest a finger scrolls the page past the drawing; zoomed in it moves the drawing. */
  readonly touchAction = computed(() => (this.zoom() === 1 ? 'pan-y' : 'none'));
  readonly width = computed(() => this.size().width);
  readonly height = computed(() => this.size().height);
  readonly narrow = computed(() => this.width() < NARROW_PX);
  readonly view = computed(() => planDrawing(this.inputs(), this.plan()));
  readonly section = computed(() => sectionDrawing(this.inputs(), this.plan()));
  readonly showPlan = computed(() => !this.narrow() || this.tab() === 'plan' || !this.section());
  readonly showSection = computed(() => this.section() !== null && (!this.narrow() || this.tab() === 'section'));
  private readonly planHeight = computed(() => (this.showSection() ? (this.showPlan() ? this.height() * 0.64 : 0) : this.height()) - RULER_PX);

  private readonly fitted = computed(() => fit(this.view().bounds, this.width(), Math.max(120, this.planHeight()), RULER_PX, this.showSection() ? 48 : 70));
  readonly port = computed<Viewport>(() => {
    const base = this.frozen ?? this.fitted();
    const { x, y } = this.pan();
    const cx = this.width() / 2;
    const cy = RULER_PX + this.planHeight() / 2;
    const z = this.zoom();
    return { scale: base.scale * z, originX: cx + (base.originX - cx) * z + x, originY: cy + (base.originY - cy) * z + y };
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

  readonly layers = computed(() => layersPresent(this.view(), this.section()));
  readonly keyLeft = computed(() => this.layers().filter((layer) => WAS_THERE.includes(layer.name)));
  readonly keyRight = computed(() => this.layers().filter((layer) => !WAS_THERE.includes(layer.name)));

  readonly paths = computed(() => {
    const [view, port] = [this.view(), this.port()];
    const path = (points: readonly Point[] | undefined): string => (points ? planPath(port, points) : '');
    return {
      damage: path(view.damage?.points),
      cutOut: path(view.cutOut?.points),
      footprint: path(view.footprint?.points),
      abraded: path(view.abraded?.points),
      mask: path(view.mask?.points),
      rings: view.rings.map((ring) => ({ id: ring.id, d: path(ring.points), fill: hatchOf(ring.material, { fresh: false }), label: ring.label })),
      plies: view.plies.map((ply) => ({ ...ply, d: path(ply.points), fill: hatchOf(ply.material, { fresh: true, cover: ply.cover, carbon: ply.carbon, aramid: ply.aramid }) })),
      near: view.neighbours.map((line) => ({ ...line, a: toScreen(port, line.from), b: toScreen(port, line.to) })),
    };
  });

  readonly ruler = computed(() => rulerTicks(this.port(), this.width(), this.units()));
  readonly scaleBar = computed(() => scaleBar(this.port(), this.units()));
  readonly dimensions = computed(() => overallDimensions(this.view(), this.plan(), this.port(), this.units()));

  readonly chain = computed(() => {
    const section = this.section();
    const chain = section && this.showPlan() && this.showSection() ? dimensionChain(section, this.view(), this.port(), this.units()) : null;
    return chain && { ...chain, y: RULER_PX + this.planHeight() + 16 };
  });

  readonly sectionShapes = computed(() => {
    const section = this.section();
    if (!section) return null;
    const top = this.showPlan() ? RULER_PX + this.planHeight() + 44 : RULER_PX + 50;
    const hidden = this.hidden();
    const visible = (layer: string, material: string): boolean => !(hidden.has(layer as LayerName) || (material === 'new-finish' && hidden.has('finish')));
    return sectionShapes(section, this.view(), this.port(), { top, room: this.height() - top - 40 }, this.units(), visible);
  });

  readonly handles = computed(() => {
    if (!this.editable() || this.stage() !== 'look') return [];
    const port = this.port();
    return handlesOf(this.inputs().damage.shape, 34 / port.scale).map((handle) => ({ ...handle, ...toScreen(port, handle.at) }));
  });

  readonly description = computed(() => {
    const { damage, taper, patch } = this.plan();
    const parts: string[] = [];
    if (damage) parts.push(`Damage ${this.length(damage.visible.lengthMm)} by ${this.length(damage.visible.widthMm)}, cut-out ${this.length(damage.cut.lengthMm)} by ${this.length(damage.cut.widthMm)}.`);
    if (taper) parts.push(`Taper ${taper.ratio} to 1, footprint ${this.length(taper.footprint.faces[0]!.footprint.lengthMm)} by ${this.length(taper.footprint.faces[0]!.footprint.widthMm)}.`);
    if (patch) parts.push(`${patch.layers.length} plies, ${this.inputs().stack.order === 'smallest-first' ? 'smallest' : 'largest'} first.`);
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

  zoomBy(factor: number): void {
    const zoom = Math.min(20, Math.max(0.3, this.zoom() * factor));
    const applied = zoom / this.zoom();
    this.zoom.set(zoom);
    this.pan.update(({ x, y }) => ({ x: x * applied, y: y * applied }));
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
    this.zoomBy(event.deltaY < 0 ? 1.12 : 1 / 1.12);
  }

  grab(event: PointerEvent, what: HandleId | 'part' | 'pan'): void {
    event.stopPropagation();
    this.pointers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.dragging = what;
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
      if (from > 10) this.zoomBy(to / from);
      return;
    }
    const box = this.host.getBoundingClientRect();
    if (this.dragging === 'part') this.partShare.set(Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)));
    else if (this.dragging === 'pan') this.pan.update(({ x, y }) => ({ x: x + now.x - before.x, y: y + now.y - before.y }));
    else {
      const [handle, to] = [this.dragging, toPlan(this.port(), event.clientX - box.left, event.clientY - box.top)];
      this.shapeChange.emit((shape) => dragHandle(shape, handle, to));
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
    const moves: Record<string, [number, number]> = { ArrowRight: [step, 0], ArrowLeft: [-step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    this.shapeChange.emit((shape) => nudgeHandle(shape, handle, ...move));
  }

  partKey(event: KeyboardEvent): void {
    const width = this.width();
    const step = (event.shiftKey ? 50 : 5) * this.port().scale;
    const targets: Record<string, number> = { ArrowLeft: this.partX() - step, ArrowRight: this.partX() + step, Home: width, End: 0 };
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
