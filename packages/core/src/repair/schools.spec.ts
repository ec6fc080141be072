import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';
import { compareGelCoatWays, compareSchools } from './schools.js';

const DINGHY: RepairInputs = {
  ...NEW_REPAIR,
  laminate: {
    ...NEW_REPAIR.laminate,
    thicknessMm: 5,
    clueIds: ['styrene-smell', 'plate-polyester', 'moulded-gel-coat'],
  },
  days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
};

describe('the three schools side by side', () => {
  it('above the water with gel coat: polyester twice, epoxy once, each with its own figures', () => {
    const [led, like, epoxy] = compareSchools(DINGHY);
    expect([led!.family, like!.family, epoxy!.family]).toEqual(['polyester', 'polyester', 'epoxy']);
    expect(epoxy!.bondMargin!).toBeGreaterThan(like!.bondMargin!);
    expect(epoxy!.finishAt! > like!.finishAt!)
      .withContext('gel coat over epoxy waits for full cure')
      .toBeTrue();
    expect(like!.finish!.id).not.toBe(epoxy!.finish!.id);
  });

  it('shows what planning the job that way would give, whatever was chosen', () => {
    const chosen = {
      ...DINGHY,
      resin: { ...DINGHY.resin, systemId: 'vinylester' },
      taper: { ...DINGHY.taper, ratio: 33 },
    };
    expect(compareSchools(chosen)).toEqual(compareSchools(DINGHY));
    const plan = planRepair({ ...DINGHY, resin: { ...DINGHY.resin, school: 'epoxy-throughout' } });
    const epoxy = compareSchools(DINGHY)[2]!;
    expect([epoxy.finishAt, epoxy.resinG, epoxy.ratio]).toEqual([
      plan.days!.finishAt,
      plan.mix!.totalG,
      plan.taper!.ratio,
    ]);
  });

  it('leaves out what cannot be worked out', () => {
    const [led] = compareSchools(NEW_REPAIR);
    expect(led).toEqual(jasmine.objectContaining({ ratio: null, bondMargin: null, finishAt: null }));
  });

  it('on a thermoplastic shell none has a resin', () => {
    const shell = { ...DINGHY, laminate: { ...DINGHY.laminate, priorId: 'moulded-shell', clueIds: ['shaving-curls'] } };
    expect(compareSchools(shell).map((plan) => plan.family)).toEqual([null, null, null]);
  });

  it('tells what each way of gel coat over epoxy costs in days', () => {
    const ways = compareGelCoatWays({
      ...DINGHY,
      resin: { ...DINGHY.resin, systemId: 'epoxy-medium', overrideReason: 'asked for' },
    });
    const [after, paint] = ways;
    expect(ways.map((w) => w.way)).toEqual(['after-full-cure', 'paint-instead', 'gel-coat-first']);
    expect(ways.every((w) => w.finishAt !== null)).toBeTrue();
    expect(after!.finishAt).not.toBe(paint!.finishAt);
  });
});
