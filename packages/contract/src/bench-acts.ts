import { type Act, type Clearing, PRIME_POT, lastStartOf, ownRate, runningPot } from '@ashstep/core/bench';
import type { FinishWork } from '@ashstep/core/finish';
import { WORKING_SHARE, workingTimeMin } from '@ashstep/core/mix';
import type { SystemCard } from '@ashstep/core/resin';
import { cardOfMedium, type RepairInputs, type RepairPlan, spotNames } from '@ashstep/core/repair';
import type { Say } from '@ashstep/core/units';
import type { LogEntry } from './log-entry.js';
import { capital } from './capital.js';
import { plySize } from './ply-words.js';
import { prepareWords } from './prepare-words.js';
import { roundPourWords, secondOf } from './pour-words.js';
import { type RoundStanding, standingLog } from './round-log.js';
import { SPOT_KIND_NAMES } from './names.js';
import { CLOSING_AFTER, CLOSING_NAMES, ONTO_NAMES, roundName } from './round-words.js';

/** What is known of how far a job has come. */
export interface Progress {
  standings: readonly RoundStanding[];
  ticked: (checkId: string) => boolean;
}

/** Whether an act is done, by the log and the ticks. */
export function isActDone(act: Act, { standings, ticked }: Progress): boolean {
  const standing = standings.find(({ round }) => round.id === act.round.id);
  switch (act.kind) {
    case 'begin':
      return standing !== undefined && standing.begun !== null;
    case 'mix':
      return standing?.mixed.has(act.pot.label) === true;
    case 'ply':
      return standing?.plies.has(act.ply.key) === true;
    case 'spot':
      return standing?.spots.has(act.spotId) === true;
    case 'done':
      return standing?.done === true;
    default:
      return ticked(act.check);
  }
}

/** Kinds that the log tells of; the rest is ticked. */
const LOGGED: readonly Act['kind'][] = ['begin', 'mix', 'ply', 'spot', 'done'];

/** The acts still to be done, in order. What is only ticked is asked no more once the log shows that the work went on past it. */
export function openActs(acts: readonly Act[], isDone: (act: Act) => boolean): Act[] {
  const past = acts.findLastIndex((act) => LOGGED.includes(act.kind) && isDone(act));
  return acts.filter((act, i) => !isDone(act) && (i > past || LOGGED.includes(act.kind)));
}

/** An act in the words of the bench. */
export interface ActWords {
  /** What, in two or three words. */
  title: string;
  /** The figure that stands largest: a ply's number, a pot's letter. */
  big: string | null;
  /** With what, how much: short lines. */
  lines: string[];
  why: string;
  caution: string | null;
  /** On the main button. */
  button: string;
}

const CLEARING_WORDS: Record<Clearing, { title: string; line: string; why: string; button: string }> = {
  leftovers: {
    title: 'Leftovers out',
    line: 'Pour what is left into a tray, outdoors. A stick left in the cup pulls the cured plug out.',
    why: 'Left in the cup it runs hot, smokes, and may burn.',
    button: 'Leftovers are out',
  },
  tools: {
    title: 'Rollers and brushes',
    line: 'Into solvent before it gels, or thrown away. Take the roller apart: keep the nut, refit it snug.',
    why: 'Gelled in the bristles they are gone.',
    button: 'Tools are clean',
  },
  cover: {
    title: 'Cover the work',
    line: 'Against dust, insects and paws, without touching the surface.',
    why: 'What lands on it now is in it for good.',
    button: 'It is covered',
  },
  stock: {
    title: 'Gloves off, stock',
    line: 'Gloves off inside out. Write down what is left in the tins.',
    why: 'What is left now is what the next pot starts with.',
    button: 'Gloves off',
  },
};

/** A piece so small is wetted on the table and carried over, mm. Source: workshop practice. */
const TABLE_MM = 150;

/** What an act is, with what, how much and why; figures as the person reads them. */
export function actWords(
  act: Act,
  { inputs, plan, say }: { inputs: RepairInputs; plan: RepairPlan; say: Say },
): ActWords {
  const name = roundName(act.round, plan.rounds);
  const second = secondOf(plan, act.round);
  const none = { big: null, caution: null };
  switch (act.kind) {
    case 'photo':
      return {
        ...none,
        title: act.shows === 'found' ? 'Photo, as found' : 'Photo, as laid',
        lines: ['Square on, a rule or a card of known size beside it.'],
        why:
          act.shows === 'found'
            ? 'Nobody can show later what was there.'
            : 'What is under the finish is not seen again.',
        button: 'Take the photo',
      };
    case 'check':
      return {
        ...none,
        ...(prepareWords(act.check, { inputs, plan, round: act.round, say }) ?? { title: 'Prepare', lines: [act.text], button: 'It is so' }), // prettier-ignore
        why: act.why,
      };
    case 'begin':
      return {
        ...none,
        title: `Begin: ${name.toLowerCase()}`,
        lines: [`Goes ${ONTO_NAMES[act.round.onto]}.`],
        why: 'What the air was when it was begun stands in the record.',
        button: 'Begin',
      };
    case 'warm':
      return {
        ...none,
        title: 'Warm the bottles',
        lines: [`It is ${say(act.tempC, 'temperature')}. Closed bottles into warm water, never over a flame.`],
        why: 'Cold resin is thick: it wets badly and draws bubbles in.',
        caution: 'Warm resin gels sooner: smaller pots, no dawdling.',
        button: 'Bottles are warm',
      };
    case 'mix':
      return {
        title: 'Mix pot',
        big: capital(act.pot.label),
        lines: [
          roundPourWords({ inputs, plan }, act.pot, act.round),
          ...(act.pot.label === PRIME_POT
            ? ['A little neat, by itself: what is thickened is mixed when this is tacky.']
            : []),
          ...(act.pot.toolGoodEnough ? [] : [`Too small a pot for ${act.pot.toolName}: weigh it finer, or mix more and throw the rest away.`]), // prettier-ignore
        ],
        why:
          second === 'catalyst'
            ? 'The clock starts at the catalyst.'
            : 'Stir two minutes, scrape sides and base, change the cup, stir again.',
        caution:
          second === 'catalyst'
            ? 'Catalyst blinds. Goggles on, eye wash at hand.'
            : 'Resin on skin can start an allergy for life. Gloves on, no solvent on skin.',
        button: `Pot ${act.pot.label} mixed`,
      };
    case 'prime':
      return {
        ...none,
        title: act.tacky ? 'Prime, let it get tacky' : 'Prime the ground face',
        lines: act.tacky
          ? [
              'Neat resin out of the priming pot, brushed in thin where the paste goes.',
              'Wait until it is tacky: a finger pulls a thread.',
            ]
          : [
              `${act.grams === null ? 'Neat resin' : `${say(act.grams, 'mass')} neat`}, brushed in thin, to the ground edge and no further.`,
            ],
        why: act.tacky
          ? 'On wet resin the paste slides; on bare foam or mat it is drunk dry.'
          : 'A dry face drinks the resin out of the first ply.',
        button: act.tacky ? 'Primed and tacky' : 'Primed',
      };
    case 'butter':
      return {
        ...none,
        title: 'Butter it',
        lines: ['A thin coat of thickened resin first: out of the pot, with fumed silica until it hangs on the stick.'],
        why: 'Overhead the cloth stays where it is put.',
        button: 'Buttered',
      };
    case 'ply': {
      const { ply, number, of } = act;
      // The first of a go lies on the last of the go before.
      const below = act.round.plies[number - 2] ?? plan.rounds.findLast(({ face, go }) => face !== null && face === act.round.face && go === (act.round.go ?? 0) - 1)?.plies.at(-1); // prettier-ignore
      return {
        title: 'Lay now',
        big: ply.name,
        lines: [
          `${number} of ${of}`,
          `${ply.fabric.name}, ${ply.orientationDeg < 0 ? '\u2212' : ''}${Math.abs(ply.orientationDeg)}°`,
          plySize(plan, ply, say),
          `fabric ${say(ply.fabricG, 'mass')}, resin mix ${say(ply.resinG, 'mass')}`,
          `${below ? `On ply ${below.name}, marked` : 'Marked'} face up, arrow forward.`,
          ...(Math.max(ply.lengthMm, ply.widthMm) <= TABLE_MM
            ? ['So small: wet it on film on the table, carry it over.']
            : []),
        ],
        why: 'Wet from below, roll slowly from the middle out: white turns clear where it is wet.',
        caution:
          second === 'catalyst'
            ? 'Fumes collect low: air moving, mask on.'
            : 'Hardener on a sleeve? Change gloves, no solvent.',
        button: `${ply.name === 'Cover' ? 'Cover' : `Ply ${ply.name}`} down and wet out`,
      };
    }
    case 'spot': {
      const spot = spotNames(inputs.damage.spots).get(act.spotId) ?? String(act.number);
      return {
        ...none,
        title: name,
        big: spot,
        lines: [spotLine(plan, act.spotId, say), `${act.number} of ${act.of}, in the order of the walk`].filter(Boolean), // prettier-ignore
        why:
          act.round.use === 'injection'
            ? 'Until it comes out of the next hole; then tape it.'
            : 'Push it in and out to wet, no air under it, then level.',
        button: `${spot} done`,
      };
    }
    case 'work': {
      const { work } = act;
      return { ...none, title: work.name, lines: [`${work.text}.`], why: work.why, caution: work.caution, button: `${work.name}: done` }; // prettier-ignore
    }
    case 'done':
      if (act.work) return { ...none, title: name, lines: [`${act.work.text}.`, ...amountLines(act.work, say)], why: act.work.why, caution: act.work.caution, button: `${name}: on` }; // prettier-ignore
      return {
        ...none,
        title: name,
        lines: [
          act.round.use === 'injection'
            ? 'From the lowest hole up, until it comes out of the highest. Tape each.'
            : act.round.kind === 'coat'
              ? 'All over, even, no runs.'
              : act.round.use === 'fillet'
                ? 'Drawn round and clean before it sets.'
                : 'Pressed in, no air under it, levelled slightly proud.',
        ],
        why:
          act.round.kind === 'coat'
            ? 'Thin places cure soft and sand through.'
            : 'A hollow under it sounds dull for ever.',
        button: `${name}: done`,
      };
    case 'press':
      return {
        ...none,
        title: act.way === 'tape' ? 'Wrap with tape' : 'Roll it out',
        lines:
          act.way === 'tape'
            ? ['Tape sticky side out, from one end, half over itself, tight. Prick it where resin stands.']
            : [
                'Roll from the middle out. Drain what stands. Slit a stubborn bubble and press it.',
                ...(plan.taper?.kind === 'panel' ? [] : ['Wet only to the ground edge: what lies on paint is sanded off again.']), // prettier-ignore
              ],
        why: 'More resin is not stronger: a rich patch is heavy and brittle.',
        button: act.way === 'tape' ? 'Wrapped' : 'Even, no bubbles',
      };
    case 'watch':
      return {
        title: 'Look at the line',
        big: `${act.minute} min`,
        lines: ['String, twist and rocker: does it still line up? Push it back now, while it is wet.'],
        why: 'What is bonded crooked stays crooked.',
        caution: null,
        button: 'It lines up',
      };
    case 'close': {
      const way = act.round.closing!;
      return {
        ...none,
        title: CLOSING_NAMES[way],
        lines: [CLOSING_AFTER[way]],
        why: 'Air keeps its skin from curing: it stays sticky else.',
        button: 'Closed from the air',
      };
    }
    case 'clear': {
      const { title, line, why, button } = CLEARING_WORDS[act.what];
      return { ...none, title, lines: [line], why, button };
    }
  }
}

/** What a work of the finish takes, and what the gauge should read. */
export function amountLines({ ml, massG, wetMm, medium }: FinishWork, say: Say): string[] {
  const amount = [ml === null ? null : `${ml.toFixed(ml < 100 ? 1 : 0)} ml`, massG === null ? null : say(massG, 'mass')].filter(Boolean).join(', '); // prettier-ignore
  return [
    ...(amount
      ? [`${amount} in all, with what is lost or to spare.`]
      : medium === null
        ? []
        : ['How much, its can says.']),
    ...(wetMm === null ? [] : [`The wet-film gauge should read ${say(wetMm, 'thickness')}.`]),
  ];
}

/** A place that is filled, as the hand finds it: what it is, its drill and its mouth. */
function spotLine({ mix }: RepairPlan, id: string, say: Say): string {
  const fill = mix?.fills.find((one) => one.id === id);
  if (!fill) return '';
  const drilled = fill.drillMm === null ? '' : `, drilled ${say(fill.drillMm, 'length')}`;
  return `${SPOT_KIND_NAMES[fill.kind]}${drilled}, mouth ${say(fill.mouthMm, 'length')}`;
}

/** A pot that stands, as its log tells it. */
export interface PotUnderWay {
  id: string;
  label: string;
  roundId: string;
  massG: number;
  pouredMs: number;
  /** Null where it never gels. */
  gelMs: number | null;
  /** Nobody knows how this resin cures: its gel is what the product usually takes, at the air or the cup. */
  usual: boolean;
  /** Temperature it is at now, and the last that was read of it. */
  tempC: number | null;
  read: { tempC: number; atMs: number; instrument: string } | null;
  gelled: boolean;
  /** How fast plies of it go down, g a minute. */
  gPerMin: number;
}

/** So long after it has gelled a pot is still shown, ms. */
const SHOWN_GELLED_MS = 30 * 60_000;
/** A pot that never gels is shown so long. */
const SHOWN_UNGELLED_MS = 4 * 3_600_000;

/** Minutes to the gel by the product's pot life: half as long 10 K warmer, and no longer in the cold where more catalyst goes in for it. */
function usualGelMin(card: SystemCard, tempC: number): number {
  const min = workingTimeMin(card, tempC) / WORKING_SHARE;
  return card.kind === 'catalysed' ? Math.min(card.potLifeMin, min) : min;
}

/** Pots that were mixed and are not out of the way yet, the last one first. */
export function potsUnderWay(
  { inputs, plan, log }: { inputs: RepairInputs; plan: RepairPlan; log: readonly LogEntry[] },
  { standings, ticked }: Progress,
  nowMs: number,
): PotUnderWay[] {
  const standing = standingLog(log);
  const found = standing.flatMap((entry): PotUnderWay[] => {
    const pot = entry.entry;
    if (pot.kind !== 'batch' || entry.within === false) return [];
    const of = standings.find(({ pots }) => pots.some(({ id }) => id === entry.id));
    const card = of && cardOfMedium(of.round.medium, plan.resin?.card ?? null);
    if (!of || !card || ticked(`clear-leftovers.${of.round.id}`)) return [];
    const pouredMs = Date.parse(entry.at);
    const reads = standing.flatMap(({ at, entry: read }) =>
      read.kind === 'pot-temp' &&
      read.label === pot.label &&
      (read.round ?? of.round.id) === of.round.id &&
      Date.parse(at) >= pouredMs
        ? [{ tempC: read.tempC, atMs: Date.parse(at), instrument: read.instrument }]
        : [],
    );
    const minutes = (ms: number): number => Math.max(0, (ms - pouredMs) / 60_000);
    const run = runningPot(
      {
        card,
        resinG: pot.resinG,
        secondG: pot.secondG,
        tempC: pot.tempC,
        readings: reads.map(({ atMs, tempC }) => ({ min: minutes(atMs), tempC })),
        ...(inputs.mix.container ? { container: inputs.mix.container } : {}),
      },
      minutes(Math.max(nowMs, ...reads.map(({ atMs }) => atMs))),
    );
    const gelMin = run ? run.gelMin : usualGelMin(card, reads.at(-1)?.tempC ?? pot.tempC);
    const gelMs = gelMin === null ? null : Math.round(pouredMs + 60_000 * gelMin);
    const gone = gelMs === null ? pouredMs + SHOWN_UNGELLED_MS : gelMs + SHOWN_GELLED_MS;
    if (nowMs > gone) return [];
    const laid = standing.flatMap(({ at, entry: ply }) => {
      const planned = ply.kind === 'ply' && of.round.plies.find(({ key }) => key === ply.plyKey);
      return planned && Date.parse(at) > pouredMs ? [{ resinG: planned.resinG, min: minutes(Date.parse(at)) }] : [];
    });
    return [
      {
        id: entry.id,
        label: pot.label,
        roundId: of.round.id,
        massG: pot.resinG + pot.secondG,
        pouredMs,
        gelMs,
        usual: run === null,
        tempC: run?.tempC ?? null,
        read: reads.at(-1) ?? null,
        gelled: gelMs !== null && nowMs >= gelMs,
        gPerMin: ownRate(laid, of.round.pace?.gPerMin ?? 0),
      },
    ];
  });
  return found.reverse();
}

/** When a ply must be begun at the latest with this pot, ms since 1970; null where it does not gel. */
export function lastStartMs({ gelMs, pouredMs, gPerMin }: PotUnderWay, resinG: number): number | null {
  const minutes = lastStartOf(gelMs === null ? null : (gelMs - pouredMs) / 60_000, resinG, gPerMin);
  return minutes === null ? null : Math.round(pouredMs + 60_000 * minutes);
}
