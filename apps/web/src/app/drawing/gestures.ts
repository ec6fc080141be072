import { signal } from '@angular/core';
import type { Point, Shape } from '@ashstep/core/geometry';
import type { MapPress } from '../survey/survey-desk';
import { RULER_PX } from './annotations';
import { type Viewport, toPlan } from './geometry';
import { type HandleId, type MovableId, dragHandle, nudgeHandle, pointIndex, resting } from './handles';
import { isMovable } from './movables';

/** A press that moves less is no drag, px. */
const DRAG_PX = 6;
/** A press this near to a point means that point, px. */
const SNAP_PX = 14;
/** A grip this near to a whole step comes to rest on it, px. */
const REST_PX = 3;
const [LEAST_ZOOM, MOST_ZOOM] = [0.3, 20];

/** The drawing as gestures find it, and what they say. */
export interface Sheet {
  host: HTMLElement;
  /** Width and height of the plan, px. */
  width: () => number;
  planHeight: () => number;
  port: () => Viewport;
  fitted: () => Viewport;
  /** Where the parting line is, px. */
  partX: () => number;
  /** Mark whose places are dragged in place of the outline's. */
  chosenMark: () => string | null;
  /** Where the tool in hand is; none while there is none. */
  cursor: () => Point | null;
  placed: (press: MapPress) => void;
  markMoved: (change: { index: number; move: (point: Point) => Point }) => void;
  reshaped: (change: (shape: Shape) => Shape) => void;
  /** A spot, a line near by or a reading was taken elsewhere. */
  itemMoved: (id: MovableId, move: (point: Point) => Point) => void;
}

/** Fingers, mouse, wheel and keys on the drawing: zoom, pan, parting line, grips, and presses that name a place. */
export class Gestures {
  readonly zoom = signal(1);
  readonly pan = signal({ x: 0, y: 0 });
  /** Where the parting line was put, as a share of the width; null where nobody put it. */
  readonly partShare = signal<number | null>(null);
  /** The fit as it was when a grip was taken: the sheet holds still under a drag. */
  readonly frozen = signal<Viewport | null>(null);
  private dragging: HandleId | 'part' | 'pan' | null = null;
  private readonly pointers = new Map<number, Point>();
  private pressedAt: Point | null = null;

  constructor(private readonly sheet: Sheet) {}

  /** Zooms about a place on the page, which stays where it is; about the middle of the plan when none is given. */
  zoomBy(factor: number, about?: Point): void {
    const zoom = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, this.zoom() * factor));
    const applied = zoom / this.zoom();
    const box = this.sheet.host.getBoundingClientRect();
    const still = about
      ? {
          x: about.x - box.left - this.sheet.width() / 2,
          y: about.y - box.top - RULER_PX - this.sheet.planHeight() / 2,
        }
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
      !this.sheet.cursor() ||
      !start ||
      Math.hypot(event.clientX - start.x, event.clientY - start.y) > DRAG_PX ||
      (event.target as Element).closest('[role="slider"]')
    )
      return;
    const box = this.sheet.host.getBoundingClientRect();
    this.sheet.placed({
      ...toPlan(this.sheet.port(), event.clientX - box.left, event.clientY - box.top),
      reachMm: SNAP_PX / this.sheet.port().scale,
    });
  }

  grab(event: PointerEvent, what: HandleId | 'part' | 'pan'): void {
    event.stopPropagation();
    this.pressedAt = { x: event.clientX, y: event.clientY };
    this.pointers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    // A second finger makes it a pinch, wherever the two came down.
    this.dragging = this.pointers.size > 1 ? 'pan' : what;
    if (what !== 'part' && what !== 'pan') this.frozen.set(this.sheet.fitted());
  }

  /** Heard on the sheet alone: what is held sends its moves up to it. */
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
    const box = this.sheet.host.getBoundingClientRect();
    if (this.dragging === 'part')
      this.partShare.set(Math.min(1, Math.max(0, (event.clientX - box.left) / this.sheet.width())));
    else if (this.dragging === 'pan')
      this.pan.update(({ x, y }) => ({ x: x + now.x - before.x, y: y + now.y - before.y }));
    else {
      const [handle, to] = [
        this.dragging,
        toPlan(this.sheet.port(), event.clientX - box.left, event.clientY - box.top),
      ];
      // Held with Alt it goes wherever it is taken.
      const reachMm = event.altKey ? 0 : REST_PX / this.sheet.port().scale;
      if (isMovable(handle))
        this.sheet.itemMoved(handle, () => ({ x: resting(to.x, reachMm), y: resting(to.y, reachMm) }));
      else if (this.sheet.chosenMark()) this.sheet.markMoved({ index: pointIndex(handle), move: () => to });
      else {
        this.sheet.reshaped((shape) => dragHandle(shape, handle, to, reachMm));
      }
    }
  }

  release(event: PointerEvent): void {
    this.pointers.delete(event.pointerId);
    if (this.pointers.size > 0) return;
    this.dragging = null;
    this.frozen.set(null);
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
    const by = ({ x, y }: Point): Point => ({ x: x + dx, y: y + dy });
    if (isMovable(handle)) this.sheet.itemMoved(handle, by);
    else if (this.sheet.chosenMark()) this.sheet.markMoved({ index: pointIndex(handle), move: by });
    else this.sheet.reshaped((shape) => nudgeHandle(shape, handle, dx, dy));
  }

  partKey(event: KeyboardEvent): void {
    const width = this.sheet.width();
    const step = (event.shiftKey ? 50 : 5) * this.sheet.port().scale;
    const targets: Record<string, number> = {
      ArrowLeft: this.sheet.partX() - step,
      ArrowRight: this.sheet.partX() + step,
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
}
