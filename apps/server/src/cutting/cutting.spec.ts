import type { CutPiece } from '@ashstep/core/repair';
import { pieces } from '@ashstep/core/stack';
import { OPS, getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';
import { CHECK_MM, PAPERS, type Paper, sheetsNeeded, tilesPdf } from './tiles.js';

const POINTS_PER_MM = 72 / 25.4;

type Matrix = [number, number, number, number, number, number];
const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];
const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];

/** Rectangles and lengths of lines on every page, as a ruler would measure them on the print, mm. */
async function measured(file: Buffer): Promise<{ size: number[]; rectangles: number[][]; traced: number }[]> {
  const pdf = await getDocument({ data: new Uint8Array(file), isEvalSupported: false, verbosity: 0 }).promise;
  const sheets = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { fnArray, argsArray } = await page.getOperatorList();
    const kept: Matrix[] = [];
    let matrix = IDENTITY;
    const rectangles: number[][] = [];
    let traced = 0;
    fnArray.forEach((op, i) => {
      const args = argsArray[i] as never;
      if (op === OPS.save) kept.push(matrix);
      else if (op === OPS.restore) matrix = kept.pop() ?? IDENTITY;
      else if (op === OPS.transform) matrix = times(matrix, args as Matrix);
      else if (op === OPS.constructPath) {
        const [ops, numbers] = args as [number[], number[]];
        let at = 0;
        let last: [number, number] | null = null;
        for (const part of ops) {
          if (part === OPS.rectangle) {
            rectangles.push(
              [numbers[at + 2]! * matrix[0], numbers[at + 3]! * matrix[3]].map(
                (points) => Math.abs(points) / POINTS_PER_MM,
              ),
            );
            at += 4;
          } else if (part === OPS.moveTo || part === OPS.lineTo) {
            const here: [number, number] = [numbers[at]!, numbers[at + 1]!];
            if (part === OPS.lineTo && last)
              traced += (Math.hypot(here[0] - last[0], here[1] - last[1]) * Math.abs(matrix[0])) / POINTS_PER_MM;
            last = here;
            at += 2;
          }
        }
      }
    });
    const { width, height } = page.getViewport({ scale: 1 });
    sheets.push({ size: [width / POINTS_PER_MM, height / POINTS_PER_MM], rectangles, traced });
  }
  return sheets;
}

const CUT: CutPiece[] = pieces({
  shape: { kind: 'slot', lengthMm: 500, widthMm: 150 },
  plies: [{ laid: 1, material: 'Biaxial ±45 600', offsetMm: 20, orientationDeg: 45 }],
}).map((piece) => ({ piece, mark: '1' }));

describe('patterns on sheets', () => {
  it('have a check square of 100.0 mm on the print, on every paper', async () => {
    for (const paper of Object.keys(PAPERS) as Paper[]) {
      const [first] = await measured(await tilesPdf(CUT, 'PL-2', paper));
      first!.size.forEach((mm, i) => expect(mm).toBeCloseTo(PAPERS[paper][i]!, 1));
      const [[width, height]] = first!.rectangles as [[number, number]];
      expect([width, height].map((mm) => mm.toFixed(1))).toEqual([CHECK_MM.toFixed(1), CHECK_MM.toFixed(1)]);
    }
  });

  it('spread a 540 × 190 piece over four A4 sheets, every one with the whole outline at its true length', async () => {
    // 540 along 190 mm frames that share 10: 3 columns reach 10 + 3 · 180 = 550; 190 fits one row of 277.
    const sheets = await measured(await tilesPdf(CUT, 'PL-2', 'a4'));
    expect([sheets.length, sheetsNeeded(CUT, 'a4')]).toEqual([4, 4]);
    const round = 2 * (500 - 150) + Math.PI * 190;
    // Outline but its closing line, an arrow of 60 with two barbs of √(8² + 5²), and four crosses of two lines of 6.
    for (const { traced } of sheets.slice(1))
      expect(Math.abs(traced - (round + 60 + 2 * Math.hypot(8, 5) + 48))).toBeLessThan(8);
  });
});

describe('the patterns of a job', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  it('are there once the plies are, and bad wishes are refused in words', async () => {
    const repair = await newRepair(tech);
    const address = `/api/repairs/${repair.id}/patterns.pdf`;
    expect((await tech.send('GET', address)).body.detail).toContain('nothing to cut yet');
    await saveSection(tech, repair, 'laminate', { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] });
    expect((await tech.send('GET', `${address}?paper=letter&cut=exact`)).status).toBe(200);
    expect((await tech.send('GET', `${address}?paper=parchment`)).status).toBe(422);
  });
});
