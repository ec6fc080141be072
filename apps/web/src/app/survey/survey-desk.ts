import { Injectable, signal } from '@angular/core';
import type { Point } from '@ashstep/core/geometry';
import type { SquaredFrame } from '@ashstep/core/survey';

/** A press on the plan, and how far off it a finger may be, mm. */
export interface MapPress extends Point {
  reachMm: number;
}

/** What presses on the plan do while it is in hand. */
export interface MapTool {
  name: 'tap' | 'read' | 'trace' | 'spot' | 'light';
  press(press: MapPress): void;
}

/** A squared-up photograph under the drawing, and where its first corner lies on the plan. */
export interface Underlay {
  href: string;
  frame: SquaredFrame;
  xMm: number;
  yMm: number;
  turnedDeg: number;
}

/** What the damage map and the panels beside it share while a sheet is open: the tool in hand, its place, a run being traced, the picture underneath. */
@Injectable()
export class SurveyDesk {
  readonly tool = signal<MapTool | null>(null);
  /** Place of the plan the tool is at. */
  readonly cursor = signal<Point | null>(null);
  readonly trace = signal<readonly Point[]>([]);
  readonly underlay = signal<Underlay | null>(null);
  /** Mark whose points can be dragged. */
  readonly chosen = signal<string | null>(null);

  /** Places the tool goes to, which are kept on the sheet. */
  readonly reach = signal<readonly Point[]>([]);

  takeUp(tool: MapTool, at: Point | null, reach: readonly Point[] = []): void {
    this.layDown();
    this.tool.set(tool);
    this.cursor.set(at);
    this.reach.set(reach);
  }

  layDown(): void {
    this.tool.set(null);
    this.cursor.set(null);
    this.trace.set([]);
    this.reach.set([]);
  }
}
