import { CAUTIONS, STAGES, type Stage, cautionsFor } from './cautions.js';

const ids = (stage: Stage, facts: Record<string, unknown>, most?: number): string[] =>
  cautionsFor(stage, facts as never, most).map(({ id }) => id);
const PLAIN = {
  service: 'secondary',
  finish: 'gelcoat',
  fibres: ['glass'],
  family: 'polyester',
  mixKind: 'catalysed',
  core: false,
  specialService: 'none',
  access: 'one',
  place: 'boat',
};

describe('cautions', () => {
  it('stand beside the step that triggers them: catalyst at the mix, not at the taper', () => {
    expect(ids('mix', PLAIN, 9)).toEqual(jasmine.arrayContaining(['peroxide', 'styrene', 'exotherm']));
    expect(ids('mix', PLAIN, 9)).not.toContain('sensitising');
    expect(ids('taper', PLAIN, 9)).not.toContain('peroxide');
  });

  it('go by the resin: epoxy sensitises, styrene stuns', () => {
    const epoxy = { ...PLAIN, family: 'epoxy', mixKind: 'two-part' };
    expect(ids('layup', epoxy, 9)).toContain('sensitising');
    for (const wrong of ['styrene', 'peroxide']) expect(ids('layup', epoxy, 9)).not.toContain(wrong);
  });

  it('go by what is ground and cut: carbon, aramid, old coatings', () => {
    expect(ids('taper', { ...PLAIN, fibres: ['glass', 'carbon'] }, 9)).toContain('dust-carbon');
    expect(ids('plies', { ...PLAIN, fibres: ['aramid'] }, 9)).toEqual(['aramid']);
    expect(ids('taper', { ...PLAIN, finish: 'paint' }, 9)).toContain('old-coating');
    expect(ids('taper', PLAIN, 9)).toEqual(['dust']);
  });

  it('warn of a core that breathes, is wet, or melts', () => {
    const cored = { ...PLAIN, core: true, coreStyrene: 'dissolves' };
    expect(ids('days', cored, 9)).toContain('breathing-core');
    expect(ids('look', cored, 9)).toContain('wet-core');
    expect(ids('resin', cored, 9)).toContain('acetone-foam');
    expect(ids('resin', { ...cored, coreStyrene: 'stands' }, 9)).not.toContain('acetone-foam');
  });

  it('put what can kill first', () => {
    expect(ids('signoff', { ...PLAIN, service: 'primary', specialService: 'drinking-water' })[0]).toMatch(
      /life-at-stake|special-service/,
    );
    expect(ids('look', { ...PLAIN, service: 'primary', finish: 'paint', core: true })[0]).toBe('life-at-stake');
  });

  it('are two at a stage at the most unless all are asked for, the worst of them', () => {
    const facts = { ...PLAIN, service: 'primary', fibres: ['carbon'], access: 'both' };
    for (const stage of STAGES) {
      const [few, all] = [cautionsFor(stage, facts as never), cautionsFor(stage, facts as never, 99)];
      expect(few.length).toBeLessThanOrEqual(2);
      expect(few).toEqual(all.slice(0, 2));
      expect(all.map(({ rank }) => rank)).toEqual([...all.map(({ rank }) => rank)].sort((a, b) => a - b));
    }
  });

  it('say what happens and what to do, in few words, each once', () => {
    expect(new Set(CAUTIONS.map(({ id }) => id)).size).toBe(CAUTIONS.length);
    for (const { title, text, stages } of CAUTIONS) {
      expect(title.length).toBeLessThan(60);
      expect(text.length).toBeLessThan(160);
      expect(stages.length).toBeGreaterThan(0);
    }
  });
});
