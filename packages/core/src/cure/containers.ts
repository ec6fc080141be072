/** What resin is mixed in: how much surface it loses heat through, and how fast. */
export interface Container {
  id: 'cup' | 'foam-cup' | 'bucket' | 'tray';
  name: string;
  /** Height over width of the resin in it; null where it is spread to a depth. */
  heightToWidth: number | null;
  depthMm: number | null;
  /** Heat lost through wall and floor, and from the top, W/(m² K). */
  wallWPerM2K: number;
  topWPerM2K: number;
}

/** Generic containers. Source: still air over plastic 8-10 W/(m² K), a foam wall of 4 mm about a third of it. */
export const CONTAINERS: readonly Container[] = [
  { id: 'cup', name: 'Paper or plastic cup', heightToWidth: 1, depthMm: null, wallWPerM2K: 8, topWPerM2K: 10 },
  { id: 'foam-cup', name: 'Foam cup', heightToWidth: 1, depthMm: null, wallWPerM2K: 3, topWPerM2K: 10 },
  { id: 'bucket', name: 'Bucket', heightToWidth: 0.6, depthMm: null, wallWPerM2K: 8, topWPerM2K: 10 },
  { id: 'tray', name: 'Roller tray, spread', heightToWidth: null, depthMm: 3, wallWPerM2K: 8, topWPerM2K: 10 },
];
