import { RESIN_FAMILIES } from '../material/index.js';
import { GRITS, MAX_GRIT_JUMP, WET_FROM_GRIT, ladder } from './abrasives.js';
import { type FinishKind, type FinishRoute, type GelCoatWay, finishRoute } from './routes.js';

const KINDS: readonly FinishKind[] = ['gelcoat', 'paint', 'bare'];
const GEL_WAYS: readonly GelCoatWay[] = ['after-full-cure', 'paint-instead', 'gel-coat-first'];
const ALL: [string, FinishRoute][] = RESIN_FAMILIES.flatMap((family) =>
  KINDS.flatMap((kind) =>
    GEL_WAYS.map((way): [string, FinishRoute] => [`${family}, ${kind}, ${way}`, finishRoute(family, kind, way)]),
  ),
);
const stepIds = (route: FinishRoute): string[] => route.steps.map(({ id }) => id);

describe('finish routes', () => {
  it('are there for every resin, surface and way, with a reason for each and for every step', () => {
    for (const [name, route] of ALL) {
      expect(route.why.length).withContext(name).toBeGreaterThan(10);
      for (const { why, text, handsMinPerM2, handsFloorMin, waitHours } of route.steps) {
        expect(Math.min(why.length, text.length)).withContext(name).toBeGreaterThan(5);
        expect(handsMinPerM2 > 0 && handsFloorMin > 0 && waitHours >= 0).withContext(name).toBeTrue(); // prettier-ignore
      }
    }
  });

  it('never jump further in grit than the finer paper takes out, and end finer than they begin', () => {
    for (const [name, { ladder: grits }] of ALL) {
      expect(grits.length).withContext(name).toBeGreaterThan(2);
      grits.slice(1).forEach((grit, i) => expect(grit / grits[i]!).withContext(name).toBeLessThanOrEqual(grit >= WET_FROM_GRIT ? MAX_GRIT_JUMP.wet : MAX_GRIT_JUMP.dry)); // prettier-ignore
    }
  });

  it('put no gel coat on epoxy before it is fully cured, washed and cut', () => {
    const route = finishRoute('epoxy', 'gelcoat', 'after-full-cure');
    const at = (id: string): number => stepIds(route).indexOf(id);
    expect(route.steps[at('wash-blush')]!.afterFullCure).toBeTrue();
    expect(at('wash-blush')).toBeLessThan(at('key-80'));
    expect(at('key-80')).toBeLessThan(at('gel-coat'));
    expect(route.checks.map(({ id }) => id)).toContain('test-patch');
  });

  it('let polyester and vinylester take gel coat as they are', () => {
    for (const family of ['polyester', 'vinylester'] as const)
      for (const way of GEL_WAYS) {
        const route = finishRoute(family, 'gelcoat', way);
        expect(route.id).toBe('gel-coat-direct');
        expect(route.steps.some(({ afterFullCure }) => afterFullCure)).toBeFalse();
      }
  });

  it('paint over epoxy where that is chosen in place of gel coat, and gel-coat nothing then', () => {
    const route = finishRoute('epoxy', 'gelcoat', 'paint-instead');
    expect(route).toEqual(finishRoute('epoxy', 'paint', 'after-full-cure'));
    expect(stepIds(route)).not.toContain('gel-coat');
  });

  it('close only the rim where the gel coat was cured first', () => {
    const route = finishRoute('epoxy', 'gelcoat', 'gel-coat-first');
    expect(stepIds(route)[0]).toBe('rim-gel');
    expect(route.checks.map(({ id }) => id)).toContain('back-abraded');
  });

  it('wash epoxy before anything goes onto it, and cover it from the sun where it stays bare', () => {
    expect(stepIds(finishRoute('epoxy', 'paint', 'after-full-cure'))[0]).toBe('wash-blush');
    const bare = finishRoute('epoxy', 'bare', 'after-full-cure');
    expect([stepIds(bare)[0], stepIds(bare).at(-1)]).toEqual(['wash-blush', 'uv-cover']);
    expect(stepIds(finishRoute('polyester', 'bare', 'after-full-cure'))).toEqual(['flow-coat']);
  });

  it('keep the ladder to the grits a shed has', () => {
    expect(ladder(80, 320)).toEqual([80, 120, 180, 240, 320]);
    for (const [, route] of ALL) expect(route.ladder.every((grit) => GRITS.includes(grit))).toBeTrue();
  });

  it('mends gel coat that alone is hurt with gel coat: no wait for a full cure, no epoxy, whatever resin lies under it', () => {
    for (const family of ['polyester', 'vinylester', 'epoxy'] as const) {
      const route = finishRoute(family, 'gelcoat', 'after-full-cure', { gelCoatOnly: true });
      expect(route.id).toBe('gel-coat-mended');
      expect(route.steps.some(({ afterFullCure }) => afterFullCure)).toBeFalse();
      expect(route.steps.reduce((sum, { waitHours }) => sum + waitHours, 0)).toBe(0);
      expect(route.ladder.at(-1)).toBe(1500);
      // Paint is primed and painted as before.
      expect(finishRoute(family, 'paint', 'after-full-cure', { gelCoatOnly: true })).toEqual(
        finishRoute(family, 'paint', 'after-full-cure'),
      );
    }
  });
});
