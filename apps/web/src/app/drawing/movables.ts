import type { Point } from '@ashstep/core/geometry';
import type { Neighbour, RepairInputs } from '@ashstep/core/repair';
import type { Handle, MovableId, NearGrip } from './handles';

type Change<S extends 'damage' | 'survey' | 'taper'> = (section: RepairInputs[S]) => Partial<RepairInputs[S]>;
/** A change of one section, to be applied to it as it stands when it arrives. */
export type SheetEdit =
  | { section: 'damage'; change: Change<'damage'> }
  | { section: 'survey'; change: Change<'survey'> }
  | { section: 'taper'; change: Change<'taper'> };

export const isMovable = (id: string): id is MovableId => id.includes(':');

const ends = ({ fromXMm, fromYMm, toXMm, toYMm }: Neighbour): Record<NearGrip, Point> => ({
  from: { x: fromXMm, y: fromYMm },
  to: { x: toXMm, y: toYMm },
  whole: { x: (fromXMm + toXMm) / 2, y: (fromYMm + toYMm) / 2 },
});

/** A grip for each spot beside the main one. */
export const spotHandles = ({ spots }: RepairInputs['damage']): Handle[] =>
  spots.map(({ id, name, shape }, i) => {
    const at = { x: shape.centreXMm ?? 0, y: shape.centreYMm ?? 0 };
    return { id: `spot:${id}`, label: `Move spot ${name || i + 2}`, at, value: Math.round(at.x) };
  });

/** Grips at both ends of each line near by, and one at its middle that takes it along whole. */
export const nearHandles = ({ neighbours }: RepairInputs['damage']): Handle[] =>
  neighbours.flatMap((line, i) =>
    Object.entries(ends(line)).map(([grip, at]): Handle => {
      const label = `${line.name}, ${grip === 'whole' ? 'move' : grip === 'from' ? 'one end' : 'other end'}`;
      return { id: `near:${i}:${grip as NearGrip}`, label, at, value: Math.round(at.x) };
    }),
  );

/** What it comes to when one of them is taken elsewhere; `move` gives the new place for the place it has. */
export function moveItem(id: MovableId, move: (point: Point) => Point): SheetEdit {
  const [kind, which, grip] = id.split(':') as [string, string, NearGrip];
  if (kind === 'spot')
    return {
      section: 'damage',
      change: ({ spots }) => ({
        spots: spots.map((spot) => {
          if (spot.id !== which) return spot;
          const { x, y } = move({ x: spot.shape.centreXMm ?? 0, y: spot.shape.centreYMm ?? 0 });
          return { ...spot, shape: { ...spot.shape, centreXMm: x, centreYMm: y } };
        }),
      }),
    };
  if (kind === 'near')
    return {
      section: 'damage',
      change: ({ neighbours }) => ({
        neighbours: neighbours.map((line, i) => (i === Number(which) ? movedLine(line, grip, move) : line)),
      }),
    };
  return {
    section: 'survey',
    change: ({ readings }) => ({
      readings: readings.map((reading, i) => {
        if (i !== Number(which)) return reading;
        const { x, y } = move({ x: reading.xMm, y: reading.yMm });
        return { ...reading, xMm: x, yMm: y };
      }),
    }),
  };
}

function movedLine(line: Neighbour, grip: NearGrip, move: (point: Point) => Point): Neighbour {
  const before = ends(line)[grip];
  const after = move(before);
  const by = { x: after.x - before.x, y: after.y - before.y };
  return {
    ...line,
    ...(grip === 'to' ? {} : { fromXMm: line.fromXMm + by.x, fromYMm: line.fromYMm + by.y }),
    ...(grip === 'from' ? {} : { toXMm: line.toXMm + by.x, toYMm: line.toYMm + by.y }),
  };
}
