import { cutPieces } from '@ashstep/core/repair';
import { CutList } from './cut-list';
import { PanelBench, stateOf } from '../../panel.testing';

const link = (bench: PanelBench, label: string): string =>
  [...bench.host.querySelectorAll('a')]
    .find((one) => bench.text(one).includes(label) || one.getAttribute('aria-label')?.includes(label))!
    .getAttribute('href')!;
const inFile = (href: string): string => decodeURIComponent(href.slice(href.indexOf(',') + 1));

describe('the cut list', () => {
  const state = stateOf({}, { craftTag: 'PL-2' });
  let bench: PanelBench;
  beforeEach(async () => {
    bench = new PanelBench();
    await bench.show(CutList, state);
  });

  it('has every piece once, marked with the job', () => {
    const marks = bench.rows().map(([mark]) => mark!);
    expect(new Set(marks).size).toBe(marks.length);
    expect(marks.length).toBe(cutPieces(state.inputs, state.plan, { oversize: true, mirrored: false }).length);
    expect(marks.every((mark) => mark.startsWith('PL-2 · '))).toBeTrue();
    expect(bench.rows().some(([, of]) => of === 'Peel ply')).toBeTrue();
  });

  it('cuts plies to size or over it, and everything that follows does', async () => {
    const size = (): number => Number.parseFloat(bench.rows()[0]![2]!);
    const [over, sheets] = [size(), link(bench, 'Patterns on A4')];
    expect(sheets).toContain('paper=a4&cut=over&hand=this');
    (bench.fixture.componentInstance as CutList).oversize.set(false);
    await bench.settled();
    expect(size()).toBeLessThan(over);
    expect(link(bench, 'Patterns on A4')).toContain('cut=exact');
  });

  it('sums what each material takes', () => {
    const pieces = cutPieces(state.inputs, state.plan, { oversize: true, mirrored: false });
    const peel = pieces
      .filter(({ piece }) => piece.material === 'Peel ply')
      .reduce((sum, { piece }) => sum + piece.areaMm2 / 1e6, 0);
    expect(bench.text()).toContain(`Peel ply ${peel.toFixed(2)} m²`);
  });

  it('gives outlines at 1:1 in millimetres, a layer a ply, and a list with a heading', () => {
    const [svg, dxf, csv] = ['SVG', 'DXF', 'CSV'].map((name) => inFile(link(bench, name)));
    expect(svg).toMatch(/<svg[^>]*width="[\d.]+mm"/);
    expect(dxf).toContain('SECTION');
    expect(csv!.split('\n').length).toBeGreaterThan(bench.rows().length);
    for (const [mark] of bench.rows().slice(0, 3)) expect(csv).toContain(mark!.replace('PL-2 · ', ''));
  });

  it('turns pieces over for the other hand', async () => {
    (bench.fixture.componentInstance as CutList).mirrored.set(true);
    await bench.settled();
    expect(link(bench, 'Patterns on A3')).toContain('paper=a3&cut=over&hand=other');
  });
});
