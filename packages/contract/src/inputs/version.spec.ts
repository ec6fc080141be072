import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { repairInputs } from './index.js';
import { INPUTS_VERSION, upgradedInputs, versioned } from './version.js';

/** As a job was stored before the survey had rings, marks or a photograph, the damage neighbours, and the repair a severity. */
const OF_OLD = {
  place: {
    where: 'port side, 40 cm above the chine',
    craftKind: 'boat',
    waterline: 'above',
    finish: 'gelcoat',
    access: 'one',
    service: 'general',
    specialService: 'none',
    certified: false,
    likeForLike: false,
  },
  damage: {
    shape: { kind: 'circle', diameterMm: 120 },
    depth: 'through',
    depthMm: null,
    marginMm: 15,
    minCornerRadiusMm: 25,
    notes: 'hit a bollard',
  },
  survey: { readings: [], gridSpacingMm: 30 },
  laminate: {
    known: 'plies',
    thicknessMm: null,
    plies: [{ fabricId: 'mat-450' }, { fabricId: 'roving-500', orientationDeg: 0 }],
    finishThicknessMm: 0.6,
    core: null,
    priorId: 'volume-built',
    clueIds: [],
    epoxyInBond: false,
    pressedPanel: false,
  },
};

describe('inputs of any version', () => {
  it('of old have every field, keep what was typed, and can be planned', () => {
    const now = upgradedInputs(OF_OLD);
    expect(repairInputs.safeParse(now).error?.issues ?? []).toEqual([]);
    expect([now.damage.notes, now.damage.marginMm, now.survey.gridSpacingMm]).toEqual(['hit a bollard', 15, 30]);
    expect([now.damage.neighbours, now.survey.rings, now.severity.override]).toEqual([[], null, null]);
    expect(planRepair(now).taper?.ratio).toBeGreaterThan(1);
  });

  it('of version 2 keep the air somebody put down as what is expected, and no default as anything', () => {
    const { air: _, rounds: __, ...others } = NEW_REPAIR;
    const of2 = (resin: object, days: object): object => ({
      ...others,
      schema: 2,
      resin: { ...NEW_REPAIR.resin, airTempC: 20, humidityPercent: 55, surfaceTempC: 19, ...resin },
      days: { ...NEW_REPAIR.days, tempC: 20, ...days },
    });
    const untouched = upgradedInputs(of2({}, {}));
    expect(untouched.air).toEqual({ readings: [], expected: null });
    expect(repairInputs.safeParse(untouched).error?.issues ?? []).toEqual([]);
    const put = upgradedInputs(of2({ airTempC: 18.4, humidityPercent: 62, surfaceTempC: 17.1 }, { tempC: 18 }));
    expect(put.air.expected).toEqual({
      source: 'typed',
      tempC: 18,
      humidityPercent: 62,
      surfaceTempC: 17.1,
      by: '',
      at: null,
    });
    expect(upgradedInputs(of2({ airTempC: 8 }, {})).air.expected!.tempC).toBe(8);
    expect(repairInputs.safeParse(put).error?.issues ?? []).toEqual([]);
    expect(planRepair(put).air.humidityPercent).toEqual(jasmine.objectContaining({ value: 62, source: 'typed' }));
  });

  it('of version 3 keep pastes and coats as rounds, before the plies or after them, and have no spots', () => {
    const { rounds: _, ...others } = NEW_REPAIR;
    const { kind: __, spots: ___, ...damage } = NEW_REPAIR.damage;
    const bedding = { id: 'a', name: 'Under the core', use: 'bedding', volumeMl: 200, fillerId: 'silica' };
    const fairing = {
      id: 'b',
      name: 'Fairing',
      use: 'fairing',
      volumeMl: 80,
      fillerId: 'hollow-spheres',
      consistency: 'peanut-butter',
    };
    const coat = { id: 'c', name: 'Gel coat', thicknessMm: 0.5, areaMm2: null, densityGPerMl: 1.2 };
    const now = upgradedInputs({
      ...others,
      schema: 3,
      damage,
      mix: { ...NEW_REPAIR.mix, pastes: [bedding, fairing], coats: [coat] },
    });
    expect(repairInputs.safeParse(now).error?.issues ?? []).toEqual([]);
    expect(now.rounds.added.map(({ id, when, work }) => [id, when, work.kind])).toEqual([
      ['a', 'before', 'paste'],
      ['b', 'after', 'paste'],
      ['c', 'after', 'coat'],
    ]);
    expect(now.rounds.added[0]!.work).toEqual({ kind: 'paste', use: 'bedding', volumeMl: 200, fillerId: 'silica' });
    expect([now.damage.kind, now.damage.spots, 'pastes' in now.mix]).toEqual(['broken', [], false]);
  });

  it('of version 5 were all opened in full: none of them has a card', () => {
    const { small: _, ...of5 } = NEW_REPAIR;
    const now = upgradedInputs({ ...of5, schema: 5 });
    expect(repairInputs.safeParse(now).error?.issues ?? []).toEqual([]);
    expect(now.small.kind).toBeNull();
  });

  it('of version 6 have nothing measured of their finish', () => {
    const { finish: _, ...of6 } = NEW_REPAIR;
    const now = upgradedInputs({ ...of6, schema: 6 });
    expect(repairInputs.safeParse(now).error?.issues ?? []).toEqual([]);
    expect([now.finish.fair, now.finish.colour.target]).toEqual([[], null]);
  });

  it('of now come back as they were', () => {
    const inputs = { ...NEW_REPAIR, place: { ...NEW_REPAIR.place, where: 'transom' } };
    const stored = JSON.parse(JSON.stringify(versioned(inputs))) as object;
    expect(stored).toEqual(jasmine.objectContaining({ schema: INPUTS_VERSION }));
    expect(upgradedInputs(stored)).toEqual(JSON.parse(JSON.stringify(inputs)));
  });

  it('where nothing was stored are those of a new repair, at the one pace jobs were planned with then', () => {
    expect(upgradedInputs(null)).toEqual({
      ...NEW_REPAIR,
      mix: { ...NEW_REPAIR.mix, layingRateGPerMin: 6 },
    } as never);
  });

  it('of a version to come are refused, not half read', () => {
    expect(() => upgradedInputs({ ...versioned(NEW_REPAIR), schema: INPUTS_VERSION + 1 })).toThrowError(
      RangeError,
      /version 8; this Ash Step knows 7/,
    );
  });
});
