import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { type SmallFigures, figuresOf, smallCard, smallInputs } from '@ashstep/core/small';
import { sayIn } from '@ashstep/core/units';
import { type CardBlock, blockAsDone, cardBlocks, cardTimes, usualWords } from './small-words.js';
import type { LogEntry } from './log-entry.js';
import { roundStandings } from './round-log.js';
import { pouredWords } from './round-words.js';

const say = sayIn('metric');
const GOUGE: SmallFigures = { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: false, colour: '', more: [] }; // prettier-ignore

function carded(figures: SmallFigures, place: Partial<RepairInputs['place']> = {}) {
  const inputs = smallInputs({ ...NEW_REPAIR, place: { ...NEW_REPAIR.place, ...place } }, figures);
  const plan = planRepair(inputs);
  const card = smallCard(inputs, plan)!;
  return { inputs, plan, card, blocks: cardBlocks(card, inputs, plan, say) };
}
const block = (blocks: readonly CardBlock[], id: string): CardBlock => blocks.find((one) => one.id === id)!;

describe('a card in words', () => {
  it('goes in the order of the hands, each step with what it ticks', () => {
    const { blocks } = carded(GOUGE);
    expect(blocks.map(({ id }) => id)).toEqual(['open', 'mask', 'round.fill.1', 'round.fill.2', 'sand']);
    expect(block(blocks, 'open').checks).toContain('opened');
    expect(block(blocks, 'mask').lines.join(' ')).toContain('92 mm × 22 mm, then 122 mm × 52 mm');
    expect(block(blocks, 'round.fill.1').big.map(({ label }) => label)).toEqual(['Gel coat', 'Catalyst']);
    expect(block(blocks, 'round.fill.1').lines.join(' ')).toContain('Paste without wax');
    expect(block(blocks, 'round.fill.2').lines.join(' ')).toContain('The last: plain gel coat');
    expect(block(blocks, 'round.fill.2').checks).toEqual(['fill.2.clean', 'fill.2.keyed', 'fill.2.wiped']);
    expect(block(blocks, 'sand').checks).toContain('finish-gel-hard');
  });

  it('tells the colour in the gel coat’s steps, and the cup that was mixed for it', () => {
    const { inputs } = carded({ ...GOUGE, colour: 'Signal red, faded.' });
    const cup = { id: 't', baseG: 18.5, pigments: [{ id: 'red', amountG: 0.9 }], corrects: false, read: null, by: 'A', at: null }; // prettier-ignore
    const tinted = { ...inputs, finish: { ...inputs.finish, colour: { ...inputs.finish.colour, trials: [cup] } } };
    const plan = planRepair(tinted);
    const lines = block(cardBlocks(smallCard(tinted, plan)!, tinted, plan, say), 'round.fill.1').lines.join(' ');
    expect(lines).toContain('Colour to match: Signal red, faded. Tint it before the catalyst goes in, as the last cup: 18.5 g white, 0.90 g red.'); // prettier-ignore
    const cracks = smallInputs(NEW_REPAIR, { kind: 'cracks', cracksMm: 240, spreadMm: 90, cause: 'knock', thicknessMm: null, colour: 'ivory' }); // prettier-ignore
    expect(figuresOf(cracks)).toEqual(jasmine.objectContaining({ kind: 'cracks', colour: 'ivory' }));
  });

  it('says of a round that is on what went into its pot, though the plan has moved', () => {
    const { plan, blocks } = carded(GOUGE);
    const round = plan.rounds[0]!;
    const asked = block(blocks, `round.${round.id}`);
    const batch = { kind: 'batch', round: round.id, label: round.pots[0]!.label, resinG: 3.7, secondG: 0.07, secondAs: { unit: 'drops', value: 2 }, resinLot: 'G-118', secondLot: 'K-77', tempC: 20.3 } as const; // prettier-ignore
    const log = [batch, { kind: 'round', round: round.id } as const].map((entry, i) => ({ id: String(i), entry, at: '2026-04-16T10:00', by: 'A', mixErrorPercent: 0, within: true })); // prettier-ignore
    const standing = roundStandings(plan.rounds, log as unknown as LogEntry[])[0]!;
    const done = blockAsDone(asked, standing, plan, say);
    expect(done.big.map(({ label, value }) => `${label} ${value.replace(/\s/g, ' ')}`)).toEqual(['Gel coat 3.70 g', 'Catalyst 2 drops']); // prettier-ignore
    expect(done.lines.join(' ')).toContain('lot G-118');
    expect(blockAsDone(asked, { ...standing, pots: [] }, plan, say)).toBe(asked);
  });

  it('rounds what was poured as the card did what was asked', () => {
    const poured = { kind: 'batch', round: 'inject.1', label: 'A', resinG: 34.5, secondG: 10.35, fillerG: 4.25, resinLot: 'R-1', secondLot: 'H-1', tempC: 20 } as const; // prettier-ignore
    expect(pouredWords(poured)).toBe('Pot A: 34.5 g resin (lot R-1) + 10.4 g (lot H-1) + 4.3 g filler');
  });

  it('says a caution once, where it is first met', () => {
    const ids = carded(GOUGE).blocks.flatMap(({ cautions }) => cautions.map(({ id }) => id));
    expect(ids).toContain('peroxide');
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('tells holes of one size in one line', () => {
    const { blocks } = carded({
      kind: 'holes',
      diametersMm: [6, 8, 6],
      thicknessMm: 6,
      through: true,
      bothFaces: true,
    });
    const { lines } = block(blocks, 'open');
    expect(lines[0]).toBe('Ø 6 mm: drill 7 mm, mouth 10 mm. Holes 1, 3.');
    expect(lines[1]).toBe('Ø 8 mm: drill 9 mm, mouth 12 mm. Hole 2.');
    expect(lines[2]).toContain('on both faces');
  });

  it('says what was taken as usual, and only that', () => {
    const { card, inputs, plan } = carded({ kind: 'hole', sizeMm: 50, thicknessMm: 4, bothFaces: false }, { finish: 'paint' }); // prettier-ignore
    expect(usualWords(card, inputs, plan, say)).toContain('air at 20 °C and 55 %, epoxy, slow hardener, hand lay-up');
    const read: RepairInputs = { ...inputs, resin: { ...inputs.resin, systemId: 'epoxy-slow' }, air: { readings: [{ id: 'a', tempC: 19, humidityPercent: 50, surfaceTempC: null, place: 'shed', instrument: '', by: '', at: '2026-06-01T08:00' }], expected: null } }; // prettier-ignore
    const told = usualWords(card, read, planRepair(read), say);
    expect(told).not.toContain('air');
    expect(told).not.toContain('epoxy');
  });

  it('counts clock times from what was really put on', () => {
    const { card, plan } = carded(GOUGE);
    const now = Date.parse('2026-06-01T08:00:00Z');
    const wait = card.rounds[1]!.fromHour! * 3_600_000;
    expect(cardTimes(card, roundStandings(plan.rounds, []), now)[1]!.fromAt).toBeCloseTo(now + wait, -1);
    const at = '2026-06-01T09:30:00.000Z';
    const log = [{ id: 'x', at, by: '', entry: { kind: 'round', round: 'fill.1', label: '' }, mixErrorPercent: null, within: null }] as never; // prettier-ignore
    expect(cardTimes(card, roundStandings(plan.rounds, log), now)[1]!.fromAt).toBeCloseTo(Date.parse(at) + wait, -1);
  });
});
