import { windows } from '../cure/index.js';
import { NEW_REPAIR, type RepairInputs, planRepair } from '../repair/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import { type SmallCard, smallCard } from './card.js';
import { type SmallFigures, smallInputs } from './figures.js';

const AT_18: RepairInputs['air'] = { readings: [], expected: { source: 'typed', tempC: 18, humidityPercent: 55, surfaceTempC: null, by: '', at: null } }; // prettier-ignore

const at = (tempC: number): RepairInputs['air'] => ({ readings: [], expected: { ...AT_18.expected!, tempC } });

function cardOf(
  figures: SmallFigures,
  place: Partial<RepairInputs['place']> = {},
  mix: Partial<RepairInputs['mix']> = {},
  air = AT_18,
): SmallCard {
  // prettier-ignore
  const base = { ...NEW_REPAIR, air, place: { ...NEW_REPAIR.place, ...place }, mix: { ...NEW_REPAIR.mix, ...mix } }; // prettier-ignore
  const inputs = smallInputs(base, figures);
  return smallCard(inputs, planRepair(inputs))!;
}

const GOUGE = { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, more: [], reachesFibre: false, colour: '' } as const; // prettier-ignore

describe('the card of a small job', () => {
  it('of a gouge: volume, two tapes, fills with grams and drops, hours by the air', () => {
    const card = cardOf(GOUGE, {}, { dropsPerMl: 32, tools: [{ kind: 'scale', name: 'pocket scale', stepG: 0.01, errorG: 0.01 }] }); // prettier-ignore
    // π/4 · 80 · 10 · 1.2 = 753.98 mm³.
    expect(card.fillMl).toBeCloseTo(0.75398, 4);
    expect(card.masks[0]).toEqual({ placeId: 'main', innerLengthMm: 92, innerWidthMm: 22, outerLengthMm: 122, outerWidthMm: 52 }); // prettier-ignore
    // Two layers of 0.6 mm, each 0.377 ml · 1.2 and 3 g to spare: 3.452 g.
    expect(card.rounds.map(({ round }) => round.massG.toFixed(3))).toEqual(['3.452', '3.452']);
    const sandable = windows({ card: GEL_COAT, airTempC: 18 }).sandableHour!;
    expect(card.rounds[0]!.fromHour).toBe(0);
    expect(card.rounds[1]!.fromHour).toBeCloseTo(sandable, 6);
    expect(card.sandHour).toBeCloseTo(2 * sandable, 6);
    expect(card.ladder[0]).toBe(240);
    // 1 to 2 % over 15 to 30 °C: at 18 °C 1.8 %: 3.45 g → some 2 drops of 1/32 ml.
    expect(card.rounds[0]!.round.pots[0]!.mix.drops).toBe(2);
  });

  it('of many gouges fills them all from one pot, in the order of the walk', () => {
    const card = cardOf({ ...GOUGE, more: [{ lengthMm: 20, widthMm: 20, depthMm: 0.8 }, { lengthMm: 30, widthMm: 6, depthMm: 0.5 }] }); // prettier-ignore
    // Trough 753.98, cap π · 0.8 (3 · 100 + 0.64)/6 = 125.93, trough π/4 · 30 · 6 · 0.5 = 70.69 mm³.
    expect(card.places.map(({ fillMl }) => fillMl!.toFixed(5))).toEqual(['0.75398', '0.12593', '0.07069']);
    expect(card.fillMl).toBeCloseTo(0.9506, 4);
    expect(card.rounds[0]!.round.pots.length).toBe(1);
    expect(card.rounds[0]!.round.spotIds).toEqual(['main', 'spot-2', 'spot-3']);
    expect(card.masks.length).toBe(3);
  });

  it('of a row of holes: drill, mouth, paste by cylinder and two frusta', () => {
    const card = cardOf({ kind: 'holes', diametersMm: [6, 25], thicknessMm: 6, through: true, bothFaces: true }, { finish: 'paint' }); // prettier-ignore
    expect(card.places.map(({ drillMm }) => drillMm)).toEqual([7, 26]);
    expect(card.places.map(({ mouthMm }) => mouthMm)).toEqual([10, 29]);
    // Radius 3.5 to 5 over 1.5 mm on both faces, 3 mm straight between: 3 · π 12.25 + 2 · π 1.5 (12.25 + 17.5 + 25)/3 = 115.45 + 172.0 mm³.
    expect(card.places[0]!.fillMl).toBeCloseTo(0.28746, 4);
  });

  it('says that gel coat on epoxy waits for the full cure, and plies for the fill under them', () => {
    const card = cardOf({ ...GOUGE, reachesFibre: true }, {}, {}, at(30));
    expect(card.rounds[1]!.round.medium).toBe('gelcoat');
    expect(card.rounds[1]!.fromHour!).toBeGreaterThan(24);
    const cold = cardOf({ ...GOUGE, reachesFibre: true });
    expect(cold.rounds[1]!.fromHour).toBeNull();
    expect(cold.remarks.some(({ id }) => id.startsWith('cure.'))).toBeTrue();
    expect(card.remarks.map(({ id }) => id)).toContain('small.epoxy-for-fibre');
    expect(cardOf({ ...GOUGE, depthMm: 3 }).remarks.map(({ id }) => id)).toContain('small.deeper-than-gel-coat');
  });

  it('tapes round the place cracks spread over, and along one that runs straight', () => {
    const of = (spreadMm: number): (number | undefined)[] => {
      const [mask] = cardOf({ kind: 'cracks', cracksMm: 340, spreadMm, cause: 'knock', thicknessMm: null }).masks;
      return [mask?.innerLengthMm, mask?.innerWidthMm, mask?.outerLengthMm, mask?.outerWidthMm];
    };
    expect(of(70)).toEqual([82, 82, 112, 112]);
    expect(of(340)).toEqual([352, 16, 382, 46]);
  });

  it('of cracks says what brings them back', () => {
    const of = (cause: 'knock' | 'hard-spot'): string[] => cardOf({ kind: 'cracks', cracksMm: 240, spreadMm: 90, cause, thicknessMm: null }).remarks.map(({ id }) => id); // prettier-ignore
    expect(of('hard-spot')).toContain('small.hard-spot');
    expect(of('knock')).not.toContain('small.hard-spot');
    // A V: ½ · 240 · 4 · 0.8 = 384 mm³.
    expect(cardOf({ kind: 'cracks', cracksMm: 240, spreadMm: 90, cause: 'knock', thicknessMm: null }).fillMl).toBeCloseTo(0.384, 6); // prettier-ignore
  });

  it('of a low place takes half of its lowest over the area', () => {
    const card = cardOf(
      { kind: 'coat', lengthMm: 400, widthMm: 300, coat: 'fairing', lowMm: 1.5 },
      { finish: 'paint' },
    );
    // 400 · 300 · 1.5 / 2 = 90 ml.
    expect(card.rounds[0]!.volumeMl).toBeCloseTo(90, 6);
  });

  it('is none of a job that was opened in full', () => {
    expect(smallCard(NEW_REPAIR, planRepair(NEW_REPAIR))).toBeNull();
  });
});
