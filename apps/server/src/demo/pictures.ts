import type { Point } from '@ashstep/core/geometry';
import { type Pixel, type PlaneMap, carry, homography } from '@ashstep/core/survey';
import sharp from 'sharp';

/** A damaged surface as it is, plan millimetres, and the camera that looks at it. */
export interface Scene {
  widthPx: number;
  heightPx: number;
  /** Plan to picture. */
  camera: PlaneMap;
  paint: Colour;
  /** Inner edge of the taped rectangle, its lower left corner first. */
  tape: { x: number; y: number; widthMm: number; heightMm: number };
  /** A rule lying on the surface, from end to end. */
  rule: { x: number; y: number; lengthMm: number };
  /** Where the surface is gone. */
  hole: { x: number; y: number; lengthMm: number; widthMm: number; turnedDeg: number; colour: Colour };
  /** Cracks running out of the hole: direction and how far from its centre. */
  rays: readonly { turnedDeg: number; reachMm: number }[];
}

type Colour = readonly [red: number, green: number, blue: number];

const TAPE_MM = 19;
const RULE_MM = 26;
const TAPE_COLOUR: Colour = [214, 204, 172];
const RULE_COLOUR: Colour = [176, 178, 180];
const DARK: Colour = [38, 36, 34];
const RAY_MM = 0.9;

/** The cab roof: a star crack at a lamp mount under two coats of paint. */
export const ROOF: Scene = {
  widthPx: 1600,
  heightPx: 1200,
  camera: [3.25, 0.28, 790, 0.16, -3.05, 640, 0.00035, 0.0006, 1],
  paint: [112, 128, 112],
  tape: { x: -120, y: -100, widthMm: 240, heightMm: 200 },
  rule: { x: -75, y: -66, lengthMm: 150 },
  hole: { x: 0, y: 0, lengthMm: 70, widthMm: 56, turnedDeg: 20, colour: [78, 66, 48] },
  rays: [12, 66, 118, 171, 220, 285, 330].map((turnedDeg, i) => ({ turnedDeg, reachMm: 44 + ((i * 17) % 23) })),
};

/** The launch's bottom: holed by a pile, through barrier paint. */
export const BOTTOM: Scene = {
  widthPx: 1600,
  heightPx: 1200,
  camera: [2.4, -0.22, 810, 0.1, -2.3, 600, -0.0003, 0.0005, 1],
  paint: [104, 60, 54],
  tape: { x: -150, y: -150, widthMm: 300, heightMm: 300 },
  rule: { x: -100, y: -104, lengthMm: 200 },
  hole: { x: 0, y: 0, lengthMm: 140, widthMm: 90, turnedDeg: 0, colour: [22, 20, 22] },
  rays: [25, 95, 160, 205, 300].map((turnedDeg, i) => ({ turnedDeg, reachMm: 78 + ((i * 11) % 17) })),
};

/** Where the corners of the taped rectangle are in the picture, going round from the lower left. */
export const tapedCorners = ({ camera, tape }: Scene): Pixel[] =>
  cornersOf(tape).map((corner) => pixel(camera, corner));

const cornersOf = ({ x, y, widthMm, heightMm }: Scene['tape']): Point[] => [
  { x, y },
  { x: x + widthMm, y },
  { x: x + widthMm, y: y + heightMm },
  { x, y: y + heightMm },
];

/** Where the ends of the rule are in the picture. */
export const ruleEnds = ({ camera, rule }: Scene): [Pixel, Pixel] => [
  pixel(camera, rule),
  pixel(camera, { x: rule.x + rule.lengthMm, y: rule.y }),
];

function pixel(camera: PlaneMap, point: Point): Pixel {
  const { x, y } = carry(camera, point);
  return { xPx: Math.round(x * 10) / 10, yPx: Math.round(y * 10) / 10 };
}

/** The scene as the camera sees it, as a JPEG. The same scene always gives the same picture. */
export function takePicture(scene: Scene): Promise<Buffer> {
  const { widthPx, heightPx, tape, camera } = scene;
  const corners = cornersOf(tape).map((corner) => carry(camera, corner));
  const { toPlan } = homography({
    corners: corners.map(({ x, y }) => ({ xPx: x, yPx: y })),
    widthMm: tape.widthMm,
    heightMm: tape.heightMm,
  });
  const rgb = Buffer.alloc(3 * widthPx * heightPx);
  for (let row = 0, at = 0; row < heightPx; row++) {
    for (let column = 0; column < widthPx; column++, at += 3) {
      const there = carry(toPlan, { x: column + 0.5, y: row + 0.5 });
      const colour = surface(scene, { x: there.x + tape.x, y: there.y + tape.y });
      // Light falls off to the corners; the sensor adds grain.
      const light =
        1.04 - 0.22 * ((column / widthPx - 0.45) ** 2 + (row / heightPx - 0.4) ** 2) + grain(column, row) * 0.05;
      for (let band = 0; band < 3; band++) rgb[at + band] = Math.max(0, Math.min(255, colour[band]! * light));
    }
  }
  return sharp(rgb, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .jpeg({ quality: 86 })
    .toBuffer();
}

function surface(scene: Scene, p: Point): Colour {
  const { hole } = scene;
  const [dx, dy] = [p.x - hole.x, p.y - hole.y];
  const turn = (hole.turnedDeg * Math.PI) / 180;
  const [u, v] = [dx * Math.cos(turn) + dy * Math.sin(turn), dy * Math.cos(turn) - dx * Math.sin(turn)];
  if (((2 * u) / hole.lengthMm) ** 2 + ((2 * v) / hole.widthMm) ** 2 <= 1)
    return shade(hole.colour, 1 + 0.25 * grain(Math.round(u * 1.5), Math.round(v * 1.5) + 900));
  if (scene.rays.some((ray) => onRay(ray, dx, dy))) return DARK;
  return (
    onRule(scene, p) ??
    onTape(scene, p) ??
    shade(scene.paint, 1 + 0.05 * Math.sin(p.x / 31 + Math.sin(p.y / 17)) + 0.03 * Math.sin(p.y / 7.3))
  );
}

/** A crack wanders a little and narrows to its end. */
function onRay({ turnedDeg, reachMm }: Scene['rays'][number], dx: number, dy: number): boolean {
  const turn = (turnedDeg * Math.PI) / 180;
  const along = dx * Math.cos(turn) + dy * Math.sin(turn);
  if (along <= 0 || along > reachMm) return false;
  const across = dy * Math.cos(turn) - dx * Math.sin(turn) - 1.6 * Math.sin(along / 6 + turnedDeg);
  return Math.abs(across) < (RAY_MM * (1.4 - along / reachMm)) / 2;
}

/** Marks every 10 mm, longer every 50. */
function onRule({ rule }: Scene, p: Point): Colour | null {
  const [along, up] = [p.x - rule.x, p.y - rule.y];
  if (along < 0 || along > rule.lengthMm || up > 0 || up < -RULE_MM) return null;
  const nearest = Math.round(along / 10) * 10;
  const long = nearest % 50 === 0 ? 14 : 8;
  return Math.abs(along - nearest) < 0.5 && up > -long ? DARK : RULE_COLOUR;
}

function onTape({ tape }: Scene, p: Point): Colour | null {
  const outside = Math.max(tape.x - p.x, p.x - tape.x - tape.widthMm, tape.y - p.y, p.y - tape.y - tape.heightMm);
  return outside > 0 && outside <= TAPE_MM ? shade(TAPE_COLOUR, 1 + 0.03 * Math.sin((p.x + p.y) / 1.7)) : null;
}

const shade = ([red, green, blue]: Colour, by: number): Colour => [red * by, green * by, blue * by];

/** Between -1 and 1, the same for the same place. */
function grain(x: number, y: number): number {
  let mixed = Math.imul(x ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(y ^ 0xc2b2ae35, 0x27d4eb2f);
  mixed = Math.imul(mixed ^ (mixed >>> 15), 0x2c1b3c6d);
  return ((mixed ^ (mixed >>> 13)) >>> 0) / 2 ** 31 - 1;
}
