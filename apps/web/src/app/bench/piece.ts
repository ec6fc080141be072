import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { bounds, planDrawing, runsOf, sectionDrawing } from '@ashstep/core/drawing';
import type { Point } from '@ashstep/core/geometry';
import type { RepairInputs, RepairPlan } from '@ashstep/core/repair';
import { type Viewport, closedPath, fit, toPlan, toScreen } from '../drawing/geometry';
import { hatchOf } from '../drawing/hatches';
import { planPaths } from '../drawing/plan-shapes';

const [WIDTH, HEIGHT, SECTION] = [600, 420, 96];

/** The piece that goes down now, its arrow, and what lies under it; below, the section as far as it has been laid. */
@Component({
  selector: 'ash-piece',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width + ' ' + height"
      role="img"
      [attr.aria-label]="label()"
      [class.placing]="placing()"
      (click)="placing() && press($event)"
    >
      @if (paths().mask) {
        <path [attr.d]="paths().mask" class="tape" />
      }
      @if (paths().abraded) {
        <path [attr.d]="paths().abraded" fill="var(--sheet)" class="margin" />
      }
      @for (ring of paths().rings; track ring.id) {
        <path [attr.d]="ring.d" [attr.fill]="ring.fill" class="ring" />
      }
      @if (paths().cutOut) {
        <path [attr.d]="paths().cutOut" class="cut" />
      }
      @for (ply of under(); track ply.id) {
        <path [attr.d]="ply.d" [attr.fill]="ply.fill" class="ply" />
      }
      @if (piece(); as p) {
        <path [attr.d]="p.d" [attr.fill]="p.fill" class="now" />
        <g [attr.transform]="arrow()">
          <path d="M-62 -16H18V-34L64 0L18 34V16H-62Z" fill="var(--sheet)" stroke="var(--ink)" stroke-width="2.4" />
          <text x="-50" y="6">FWD 0°</text>
        </g>
      } @else if (!paths().mask) {
        <path [attr.d]="paths().damage" class="fracture" />
      }
      @for (mark of paths().marks; track mark.id) {
        <path [attr.d]="mark.d" class="fracture" />
        <text class="halo" [attr.x]="mark.at.x" [attr.y]="mark.at.y - 6" text-anchor="middle">{{ mark.label }}</text>
      }
      @for (hole of paths().injection; track $index) {
        <circle [attr.cx]="hole.x" [attr.cy]="hole.y" r="8" class="hole" [class.vent]="hole.vent">
          <title>{{ hole.vent ? 'Left open' : 'Filled' }}</title>
        </circle>
      }
      @for (spot of seen(); track $index) {
        <path
          [attr.transform]="'translate(' + spot.x + ' ' + spot.y + ')'"
          d="M-9 -9L9 9M9 -9L-9 9"
          stroke="var(--ember)"
          stroke-width="4"
        />
      }
    </svg>
    @if (section(); as s) {
      <svg class="section" [attr.viewBox]="'0 0 ' + width + ' ' + sectionHeight" aria-hidden="true">
        @for (region of s; track region.id) {
          <path [attr.d]="region.d" [attr.fill]="region.fill" [attr.class]="region.state" />
        }
      </svg>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
      gap: 8px;
      font-family: var(--draw);
    }
    svg {
      flex: 1 1 auto;
      min-height: 0;
      width: 100%;
    }
    .section {
      flex: 0 0 84px;
    }
    .placing {
      outline: 4px dashed var(--ember);
      cursor: crosshair;
    }
    .tape {
      fill: #e3bd82;
    }
    .margin {
      stroke: var(--ink);
      stroke-dasharray: 7 4;
    }
    .ring,
    .ply,
    .laid,
    .ground {
      stroke: var(--ink);
      stroke-width: 0.8;
    }
    .cut {
      fill: var(--ash-2);
    }
    .now {
      stroke: var(--ember);
      stroke-width: 3.5;
    }
    .todo {
      fill: none;
      stroke: var(--ink-2);
      stroke-dasharray: 4 4;
    }
    .hole {
      fill: var(--ink);
      stroke: var(--ink);
      stroke-width: 3;
    }
    .vent {
      fill: var(--sheet);
    }
    .fracture {
      fill: none;
      stroke: var(--ink);
      stroke-dasharray: 4 2.5;
    }
    text {
      font-size: 17px;
      fill: var(--ink);
    }
    .halo {
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 4px;
    }
  `,
})
export class Piece {
  readonly inputs = input.required<RepairInputs>();
  readonly plan = input.required<RepairPlan>();
  /** Ply in hand; plies that are down and rounds that are done. */
  readonly plyKey = input<string | null>(null);
  readonly laid = input.required<ReadonlySet<string>>();
  /** A press on it names a place. */
  readonly placing = input(false);
  readonly places = input<readonly Point[]>([]);
  readonly placed = output<Point>();
  readonly width = WIDTH;
  readonly height = HEIGHT;
  readonly sectionHeight = SECTION;

  private readonly face = computed(() => (this.plyKey()?.startsWith('f1') ? 1 : 0));
  private readonly view = computed(() => planDrawing(this.inputs(), this.plan(), this.face()));
  /** Of the work alone: what lies near by would only make it small. */
  private readonly extent = computed(() => {
    const { mask, bounds: all } = this.view();
    return mask ? bounds(runsOf(mask).flat(), 0) : all;
  });
  private readonly port = computed((): Viewport => fit(this.extent(), WIDTH, HEIGHT, 0, 16));
  readonly paths = computed(() => planPaths(this.view(), this.port(), { ahead: true, ground: true, laid: true }));
  readonly piece = computed(() => this.paths().plies.find(({ plyKey }) => plyKey === this.plyKey()) ?? null);
  readonly under = computed(() =>
    this.paths().plies.filter(({ plyKey }) => plyKey !== null && this.laid().has(plyKey)),
  );
  readonly arrow = computed(() => {
    const { x, y } = toScreen(this.port(), this.view().centre);
    return `translate(${x} ${y})`;
  });
  readonly seen = computed(() => this.places().map((place) => toScreen(this.port(), place)));
  readonly label = computed(() =>
    this.piece() ? `The piece that goes down now: ${this.piece()!.label}` : 'The repair as it stands',
  );

  readonly section = computed(() => {
    const section = sectionDrawing(this.inputs(), this.plan());
    if (!section) return null;
    const across = (WIDTH - 8) / (2 * section.halfWidthMm);
    const down = (SECTION - 8) / (section.bottomMm - section.topMm);
    const put = (p: Point): Point => ({ x: WIDTH / 2 + p.x * across, y: 4 + (p.y - section.topMm) * down });
    const ground = section.ground.map((r) => ({ id: r.id, d: closedPath(r.points.map(put)), fill: hatchOf(r.material, { fresh: false, carbon: r.carbon, aramid: r.aramid }), state: 'ground' })); // prettier-ignore
    const plies = section.laid
      .filter(({ plyKey, roundId }) => plyKey !== null || roundId !== undefined)
      .map((r) => {
        const state = r.plyKey !== null && r.plyKey === this.plyKey() ? 'now' : this.laid().has((r.plyKey ?? r.roundId)!) ? 'laid' : 'todo'; // prettier-ignore
        const fill = state === 'todo' ? 'none' : hatchOf(r.material, { fresh: true, cover: r.layer === 'cover', carbon: r.carbon, aramid: r.aramid }); // prettier-ignore
        return { id: r.id, d: closedPath(r.points.map(put)), fill, state };
      });
    return [...ground, ...plies.toSorted((a, b) => Number(a.state === 'now') - Number(b.state === 'now'))];
  });

  press(event: MouseEvent): void {
    const svg = event.currentTarget as SVGSVGElement;
    const box = svg.getBoundingClientRect();
    const scale = Math.min(box.width / WIDTH, box.height / HEIGHT);
    const x = (event.clientX - box.left - (box.width - WIDTH * scale) / 2) / scale;
    const y = (event.clientY - box.top - (box.height - HEIGHT * scale) / 2) / scale;
    this.placed.emit(toPlan(this.port(), x, y));
  }
}
