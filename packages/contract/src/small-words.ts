import { type Caution, cautionsFor } from '@ashstep/core/hazards';
import { MASK_INNER_MM, MASK_OUTER_MM, WET_FROM_GRIT } from '@ashstep/core/finish';
import { preparationChecks, roundChecks } from '@ashstep/core/inspection';
import {
  type JobAir,
  type PouredAs,
  type RepairInputs,
  type RepairPlan,
  type RoundPot,
  type SmallKind,
  finishCheck,
  resinConditions,
} from '@ashstep/core/repair';
import { SMALL_USUAL, type SmallCard, type CardRound } from '@ashstep/core/small';
import type { Say } from '@ashstep/core/units';
import { inCup } from './finish-words.js';
import { plySize } from './ply-words.js';
import { roundPourWords, secondOf } from './pour-words.js';
import type { RoundStanding } from './round-log.js';
import { CLOSING_AFTER, CLOSING_NAMES, pouredWords, roundName } from './round-words.js';

/** One step of the card, in the order of the hands. */
export interface CardBlock {
  id: string;
  title: string;
  /** What is read from afar. */
  big: { label: string; value: string }[];
  lines: string[];
  /** Round it is; null for what comes before and after. */
  round: CardRound | null;
  /** Checks that are ticked when it is done. */
  checks: readonly string[];
  cautions: Caution[];
}

/** Steps of the finish that stand on the card as rounds of their own. */
const IN_ROUNDS = ['fair', 'gel-coat', 'rim-gel', 'key-80', 'flow-coat', 'seal'];

/** What is seen to before anything goes on. */
export function checksBefore(plan: RepairPlan): { id: string; text: string }[] {
  return [...preparationChecks(plan.facts), ...resinConditions(plan.resin).filter(({ atFinish }) => !atFinish)];
}

/** A small job's card in words: open, mask, each round, sand, finish. */
export function cardBlocks(card: SmallCard, inputs: RepairInputs, plan: RepairPlan, say: Say): CardBlock[] {
  const told = new Set<string>();
  const cautions = (...stages: ('taper' | 'mix' | 'layup' | 'finish')[]): Caution[] =>
    stages.flatMap((stage) => cautionsFor(stage, plan.facts)).filter(({ id }) => !told.has(id) && told.add(id));
  const block = (id: string, title: string, rest: Partial<CardBlock>): CardBlock => ({ id, title, big: [], lines: [], round: null, checks: [], cautions: [], ...rest }); // prettier-ignore
  const checks = checksBefore(plan);
  const looks = [
    ...resinConditions(plan.resin).filter(({ atFinish }) => atFinish),
    ...(plan.finish?.checks ?? []).map(({ id, text }) => ({ id: finishCheck(id), text })),
  ];
  const first = block('open', OPEN_TITLES[card.figures.kind], {
    lines: [...openLines(card, inputs, plan, say), `Before anything goes on: ${checks.map(({ text }) => lower(text)).join('; ')}.`], // prettier-ignore
    checks: checks.map(({ id }) => id),
    cautions: cautions('taper'),
  });
  const mask =
    card.masks.length > 0 ? [block('mask', 'Mask', { lines: maskLines(card, say), checks: ['masked'] })] : [];
  const rounds = card.rounds.map((one): CardBlock => {
    const { round } = one;
    return block(`round.${round.id}`, roundName(round, plan.rounds), {
      big: round.pots.flatMap((pot) => potFigures(pot, one, plan, say)),
      lines: roundLines(one, card, inputs, plan, say),
      round: one,
      checks: round.onto === 'abraded' && card.rounds[0] !== one ? roundChecks(round.id).map(({ id }) => id) : [],
      cautions: round.pots.length > 0 ? cautions('mix', 'layup') : cautions('layup'),
    });
  });
  const after = (plan.finish?.steps ?? []).filter(({ id }) => !IN_ROUNDS.includes(id));
  const sand = block('sand', 'Sand and finish', {
    lines: [
      ...(card.ladder.length > 0 ? [`Grits ${card.ladder.join(' · ')}, wet from ${WET_FROM_GRIT}, none left out. Block, surround taped: stop when the tape is touched.`] : []), // prettier-ignore
      ...after.map(({ text, why }) => `${text}. ${why}`),
      ...(looks.length > 0 ? [`Then look: ${looks.map(({ text }) => lower(text)).join('; ')}.`] : []),
    ],
    checks: [...new Set((plan.finish?.works ?? []).map(({ of }) => finishCheck(of))), ...looks.map(({ id }) => id)],
    cautions: cautions('finish'),
  });
  return [first, ...mask, ...rounds, sand];
}

const OPEN_TITLES: Readonly<Record<SmallKind, string>> = {
  gouge: 'Clean and open',
  cracks: 'Clean and open',
  ding: 'Clean and open',
  holes: 'Drill and countersink',
  edge: 'Clean and grind',
  hole: 'Clean, cut and grind',
  tube: 'Clean and abrade',
  disbond: 'Drill',
  coat: 'Clean and abrade',
};

function openLines(card: SmallCard, inputs: RepairInputs, plan: RepairPlan, say: Say): string[] {
  const { figures, places } = card;
  const size = (l: number, w: number): string => (Math.abs(l - w) < 0.05 ? `Ø ${say(l, 'length')}` : `${say(l, 'length')} × ${say(w, 'length')}`); // prettier-ignore
  const each = places.map((place) => `${places.length > 1 ? `${place.name}: ` : ''}${size(place.lengthMm, place.widthMm)}${place.depthMm === null ? '' : `, ${say(place.depthMm, 'thickness', 1)} deep`}`); // prettier-ignore
  const taper = plan.taper?.footprint;
  switch (figures.kind) {
    case 'gouge':
      return [`${each.join(' · ')}. Down to sound, rim bevelled and keyed with 80 grit. Wider or deeper once it is open: put it in here.`]; // prettier-ignore
    case 'cracks':
      if (figures.cause === 'flex') break;
      return [`Every crack to a V, ${say(SMALL_USUAL.vWidthMm, 'length')} wide and ${say(inputs.damage.depthMm, 'thickness', 1)} deep: ${say(figures.cracksMm, 'length')} of them, to their very ends.`]; // prettier-ignore
    case 'ding':
      return [`${each.join(' · ')}. ${figures.skinBroken ? `Loose skin cut away; abraded ${say(plan.taper?.footprint.faces[0]!.taperWidthMm, 'length')} all round.` : 'Keyed with 80 grit to the rim.'}`]; // prettier-ignore
    case 'holes':
      return [
        ...holeLines(places, say),
        `Countersunk ${say(inputs.taper.bevelMm, 'thickness', 1)}${figures.through && figures.bothFaces ? ' on both faces' : ''}, so that the plug is keyed in.${figures.through ? ' A dam behind: tape and film.' : ''}`, // prettier-ignore
      ];
    case 'tube': {
      const profile = plan.taper?.profile;
      const wrap = profile?.kind === 'form' && profile.form.kind === 'band' ? profile.form.wrap : null;
      return [
        `Stop-drill the ends of the crack, abrade ${say(wrap?.coveredMm, 'length')} of the tube all round.`,
        ...(wrap ? [`${wrap.stripsPerLayer * wrap.layers.length} strips ${say(wrap.stripLengthMm, 'length')} × ${say(inputs.taper.wrap?.stripMm, 'length')}, cut square, wound at ${inputs.taper.wrap?.angleDeg}° to the tube, each ply to the other hand. Wrap tape over all, sticky side out, pulled tight.`] : []), // prettier-ignore
      ];
    }
    case 'disbond': {
      const found = plan.injected;
      return found
        ? [`${found.holes.length} holes of ${say(inputs.taper.injection?.holeMm, 'length')} through the skin, ${say(inputs.taper.injection?.spacingMm, 'length')} apart, and ${found.vents.length} along the top that stay open: air and resin come out there last. Then weight it down on film until it is hard.`] // prettier-ignore
        : [];
    }
    case 'coat':
      return [`${each.join(' · ')}: all gloss off.`];
    default:
      break;
  }
  if (!taper) return [];
  const [face] = taper.faces;
  const wide = `${size(face!.footprint.lengthMm, face!.footprint.widthMm)}`;
  return [
    figures.kind === 'cracks'
      ? `Gel coat off down to the fibre, ${size(figures.spreadMm, figures.spreadMm)} and ${say(face!.taperWidthMm, 'length')} past it.`
      : `Cut to sound, ${size(taper.cutOut.lengthMm, taper.cutOut.widthMm)}. Tapered ${Math.round(plan.taper!.ratio)}:1, ${say(face!.taperWidthMm, 'length')} wide${taper.faces.length > 1 ? ' on each face' : ''}: ground ${wide}.`, // prettier-ignore
  ];
}

/** Holes of one size in a line: which they are in the walk, the drill, and the mouth. */
function holeLines(places: SmallCard['places'], say: Say): string[] {
  const sizes = new Map<string, string[]>();
  for (const { name, lengthMm, drillMm, mouthMm } of places) {
    const text = `Ø ${say(lengthMm, 'length')}: drill ${say(drillMm, 'length')}, mouth ${say(mouthMm, 'length')}`;
    sizes.set(text, [...(sizes.get(text) ?? []), name]);
  }
  return [...sizes].map(([text, names]) => (places.length > 1 ? `${text}. ${names.length === 1 ? 'Hole' : 'Holes'} ${names.join(', ')}.` : `${text}.`)); // prettier-ignore
}

function maskLines({ masks, places }: SmallCard, say: Say): string[] {
  const out = `Inner tape ${say(MASK_INNER_MM, 'length')} out, to fill to; outer tape ${say(MASK_OUTER_MM, 'length')} further, to sand to.`;
  const sizes = masks.map((one, i) => `${places.length > 1 ? `${places[i]!.name}: ` : ''}${say(one.innerLengthMm, 'length')} × ${say(one.innerWidthMm, 'length')}, then ${say(one.outerLengthMm, 'length')} × ${say(one.outerWidthMm, 'length')}`); // prettier-ignore
  return [out, `${sizes.join(' · ')}.`];
}

/** What one pot is made of, to be read from afar. */
function potFigures(pot: RoundPot, { round }: CardRound, plan: RepairPlan, say: Say): CardBlock['big'] {
  const { mix, wholes } = pot;
  const fine = (g: number): string => fineMass(g, say);
  const [first, other] = partNames(plan, round);
  const many = round.pots.length > 1 ? `${pot.label}: ` : '';
  const second =
    wholes?.kind === 'pump'
      ? `${wholes.second} strokes`
      : mix.drops !== null
        ? `${mix.drops} ${mix.drops === 1 ? 'drop' : 'drops'}`
        : fine(mix.secondG);
  return [
    { label: many + first, value: wholes?.kind === 'pump' ? `${wholes.resin} strokes` : fine(mix.resinG) }, // prettier-ignore
    { label: many + other, value: second },
    ...(pot.fillerG > 0 ? [{ label: `${many}${round.fillerName}`, value: fine(pot.fillerG) }] : []),
  ];
}

/** A round of the card that is on, by what went into its pots: the plan may have moved since. What was not mixed stays as it was asked for. */
export function blockAsDone(block: CardBlock, { round, pots }: RoundStanding, plan: RepairPlan, say: Say): CardBlock {
  const mixed = pots.flatMap(({ entry, within }) => (entry.kind === 'batch' && within !== false ? [entry] : []));
  if (mixed.length === 0) return block;
  const [first, second] = partNames(plan, round);
  const as = (g: number, poured: PouredAs | undefined): string => (poured ? `${poured.value} ${poured.unit === 'drops' && poured.value === 1 ? 'drop' : poured.unit}` : fineMass(g, say)); // prettier-ignore
  return {
    ...block,
    big: mixed.flatMap(({ label, resinG, resinAs, secondG, secondAs, fillerG }) => {
      const many = mixed.length > 1 ? `${label}: ` : '';
      return [
        { label: many + first, value: as(resinG, resinAs) },
        { label: many + second, value: as(secondG, secondAs) },
        ...(fillerG ? [{ label: many + round.fillerName, value: fineMass(fillerG, say) }] : []),
      ];
    }),
    lines: [...mixed.map((entry) => `${pouredWords(entry)}.`), ...plyLines(round, plan, say)],
  };
}

const plyLines = ({ plies }: RoundStanding['round'], plan: RepairPlan, say: Say): string[] =>
  plies.map((ply) => `${ply.name === 'Cover' ? 'Cover' : `Ply ${ply.name}`}: ${plySize(plan, ply, say)}, ${ply.fabric.name.toLowerCase()}.`); // prettier-ignore
const fineMass = (g: number, say: Say): string => say(g, 'mass', g < 10 ? 2 : 1);
const partNames = (plan: RepairPlan, round: RoundStanding['round']): [first: string, second: string] => [round.medium === 'gelcoat' ? 'Gel coat' : 'Resin', secondOf(plan, round) === 'catalyst' ? 'Catalyst' : 'Hardener']; // prettier-ignore

/** The colour a fill has to have, and the cup that came nearest of late: tinted before the catalyst, for that starts the clock. */
function colourLines({ small, finish: { colour } }: RepairInputs): string[] {
  const last = colour.trials.at(-1);
  const to = small.colour.trim().replace(/\.$/, '');
  return [
    ...(to ? [`Colour to match: ${to}.`] : []),
    ...(last ? [`Tint it before the catalyst goes in, as the last cup: ${inCup(last)}.`] : []),
  ];
}

function roundLines(one: CardRound, card: SmallCard, inputs: RepairInputs, plan: RepairPlan, say: Say): string[] {
  const { round, volumeMl } = one;
  const second = secondOf(plan, round);
  const lines: string[] = [];
  if (round.onto === 'abraded' && card.rounds[0] !== one) lines.push('Onto the one before, hard: wash, abrade, wipe.');
  lines.push(...plyLines(round, plan, say));
  for (const pot of round.pots) {
    const text = roundPourWords({ inputs, plan }, pot, round);
    const { secondG, secondMl } = pot.mix;
    const also = pot.wholes || second === 'hardener' ? '' : ` That is ${say(secondMl, 'volume', 2)}, ${say(secondG, 'mass', 2)}.`; // prettier-ignore
    const named = round.medium === 'gelcoat' ? text.replace(/^Resin/, 'Gel coat') : text;
    lines.push(`${round.pots.length > 1 ? `${pot.label}. ` : ''}${named}${also}`);
  }
  if (round.medium === 'gelcoat') lines.push(...colourLines(inputs));
  const inDrops = round.pots.some(({ mix }) => mix.drops !== null);
  if (volumeMl !== null)
    lines.push(
      `${say(volumeMl, 'volume', 1)} in all, with what stays on cup and knife${inDrops ? '; mixed by whole drops' : ''}.`,
    );
  if (round.medium === 'gelcoat') {
    const last = card.rounds.filter(({ round: other }) => other.medium === 'gelcoat').at(-1) === one;
    lines.push(last ? 'The last: plain gel coat, level or a hair proud. Push it in and out to wet it.' : 'Paste without wax, left a little low. Push it in and out to wet it, level with a blade.'); // prettier-ignore
  }
  if (round.closing) lines.push(`${CLOSING_NAMES[round.closing]}, or it stays sticky. ${CLOSING_AFTER[round.closing]}`);
  return lines;
}

/** What the card took without being told, in one line. */
export function usualWords(card: SmallCard, inputs: RepairInputs, plan: RepairPlan, say: Say): string {
  const { kind } = card.figures;
  const lays = plan.rounds.some(({ plies }) => plies.length > 0);
  const taken = [
    airWords(plan.air, say),
    plan.resin?.card && !plan.resin.chosen ? plan.resin.card.name.toLowerCase() : '',
    lays ? 'hand lay-up' : '',
    kind === 'ding' && lays ? `${SMALL_USUAL.lightPlies} light plies` : '',
    kind === 'holes' ? `holes ${say(SMALL_USUAL.rowMm, 'length')} apart, ${SMALL_USUAL.lightPlies} light plies as caps` : '', // prettier-ignore
    kind === 'cracks' && !lays ? 'width and depth of the V' : '',
    inputs.place.service === 'general' ? 'general service' : '',
  ].filter((text) => text !== '');
  return taken.length === 0 ? '' : `Taken as usual: ${taken.join(', ')}.`;
}

const airWords = ({ tempC, humidityPercent }: JobAir, say: Say): string =>
  tempC.source === 'reading'
    ? ''
    : `air at ${say(tempC.value, 'temperature', 0)} and ${Math.round(humidityPercent.value)} %`;

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** When a round of a card may go on and be sanded, ms since 1970; null where the cold never lets it. */
export interface CardTimes {
  fromAt: number | null;
  untilAt: number | null;
  sandAt: number | null;
}

const HOUR_MS = 3_600_000;

/** Clock times of the rounds: those that are done as they were, what follows from there, and all from `now` while nothing is on. */
export function cardTimes(card: SmallCard, standings: readonly RoundStanding[], now: number): CardTimes[] {
  let start = now;
  return card.rounds.map(({ round, fromHour, untilHour, sandHour }): CardTimes => {
    const lastAt = standings.find((one) => one.round.id === round.id)?.lastAt ?? null;
    if (lastAt !== null && fromHour !== null) start = Date.parse(lastAt) - fromHour * HOUR_MS;
    const at = (hour: number | null): number | null => (hour === null ? null : Math.round(start + hour * HOUR_MS));
    return { fromAt: at(fromHour), untilAt: at(untilHour), sandAt: at(sandHour) };
  });
}
