import type { PlannedRound, RepairInputs, RepairPlan } from '@ashstep/core/repair';
import { USUAL_INJECTION } from '@ashstep/core/taper';
import type { Say } from '@ashstep/core/units';

/** A check of the preparation as it is led at the bench. */
export interface PrepareWords {
  title: string;
  lines: string[];
  caution: string | null;
  button: string;
}

interface Job {
  inputs: RepairInputs;
  plan: RepairPlan;
  round: PlannedRound;
  say: Say;
}

/** Grits of the grind and of what is only keyed. Source: workshop practice. */
const [GRIND_GRIT, KEY_GRIT] = ['36 to 40', '80'] as const;

/** What is done for a check, with what, how far, by the figures of the job; null for one that says it all itself. */
export function prepareWords(check: string, job: Job): PrepareWords | null {
  const id = check.slice(check.lastIndexOf('.') + 1);
  const words = WORDS[id]?.(job);
  return words ? { caution: null, button: 'It is so', ...words } : null;
}

type Words = (job: Job) => Pick<PrepareWords, 'title' | 'lines'> & Partial<PrepareWords>;

const WORDS: Readonly<Partial<Record<string, Words>>> = {
  washed: (job) => ({
    title: 'Wash, take the wax off',
    lines: [
      'Water and soap, rinse, dry. Then de-waxer: wipe on, wipe off, turn the cloth each time.',
      ...(job.inputs.place.craftKind === 'board' ? ['Board wax comes off with a blade first.'] : []),
      `A hand beyond ${extent(job, 'masked') ?? 'the damage'} all round.`,
      ...(job.inputs.place.finish === 'bare' ? [] : ['Stains out now: what is stained cannot be matched.']),
    ],
    button: 'Washed, wax off',
  }),
  protected: ({ plan }) => ({
    title: 'Before the dust',
    lines: [
      'Dust mask, goggles, gloves, sleeves down. Extraction at the tool.',
      ...(plan.facts['fibres'] && String(plan.facts['fibres']).includes('carbon')
        ? ['Carbon dust conducts: away from chargers, switchboards and motors.']
        : []),
    ],
    button: 'Protected',
  }),
  ground: (job) => ground(job),
  abraded: () => ({
    title: 'Abrade',
    lines: [
      `${KEY_GRIT} grit all over, crosswise, until no gloss is left.`,
      'By hand near an edge, so that it is not rounded.',
    ],
    button: 'Abraded',
  }),
  masked: (job) => ({
    title: 'Mask',
    lines: [
      `Tape ${job.say(job.inputs.taper.maskMm, 'length')} wide round ${extent(job, 'abraded') ?? 'the abraded edge'}, paper or film beyond and below.`,
      'Press its inner edge down: resin creeps under what stands off.',
    ],
    button: 'Masked',
  }),
  'core-out': ({ inputs, plan, say }) => {
    const plug = plan.taper?.plug?.result;
    const out = inputs.taper.plug?.depthMm;
    return {
      title: 'Take the core out',
      lines: [
        out === undefined
          ? 'Down to the inner skin, which stays, and as far as it is crushed or wet.'
          : `${say(out, 'length')} deep, further where it is crushed or wet.`,
        ...(plan.taper ? [`Walls upright, ${size(plan.taper.footprint.cutOut, say)}.`] : []),
        ...(plug ? [`Plug of like core: ${size(plug.plug, say)}, ${say(plug.plugThicknessMm, 'length')} thick. Let it lie dry in its place.`] : []), // prettier-ignore
      ],
      button: 'Core out, plug fits',
    };
  },
  'dry-clean': (job) => ({
    title: 'Dust off, wipe',
    lines: [
      'Vacuum, then a clean cloth with fresh solvent, one way, turned each wipe.',
      ...onOpenCore(job),
      'Let it flash off until nothing is cool to the back of a hand. Touch it no more.',
    ],
    caution: 'Gloves on, no flame, air moving.',
    button: 'Clean and dry',
  }),
  backing: () => ({
    title: 'Back it up',
    lines: ['Backing or dam tight behind the hole, smooth, with film on what must come off again.'],
    button: 'Backed up',
  }),
  'backing-outside': () => ({
    title: 'Back it up, show face',
    lines: [
      'Smooth sheet with release on it, pressed to the show face, tight to the rim all round.',
      'Wax or film right up to the rim, nothing on the ground face.',
    ],
    button: 'Backed up',
  }),
  'dry-within': ({ inputs, plan, say }) => ({
    title: 'Drill, dry it out',
    lines: [
      ...(plan.injected
        ? [
            `${plan.injected.holes.length === 1 ? 'One hole' : `${plan.injected.holes.length} holes`} to fill and ${plan.injected.vents.length} left open above, drill ${say(inputs.taper.injection?.holeMm ?? USUAL_INJECTION.holeMm, 'length')}, through the skin alone.`,
          ]
        : []),
      'Blow and suck the dust out of each. Dry within, no dirt: else open it up instead.',
    ],
    button: 'Drilled, dry within',
  }),
  weights: ({ plan, say }) => ({
    title: 'Have the press at hand',
    lines: [
      'Film, then sandbags or vacuum, enough to close it all over.',
      ...(plan.injected ? [`${say(plan.injected.volumeMl, 'volume')} for the syringe.`] : []),
    ],
    button: 'At hand',
  }),
  former: () => ({
    title: 'Lay the former out',
    lines: ['Film or a flat former, clean, waxed where it needs it. Edges stopped with tape.'],
    button: 'Laid out',
  }),
  'lined-up': () => ({
    title: 'Line it up',
    lines: [
      'Loose glass out. Halves together: string over the length, sticks for the twist, rocker by its stations.',
      'Held so, before anything is wet.',
    ],
    button: 'Lined up, and held',
  }),
  opened: () => ({
    title: 'Open it up',
    lines: [`Down to sound, rim bevelled, keyed with ${KEY_GRIT} grit.`],
    button: 'Opened',
  }),
  'dry-fit': ({ plan }) => {
    const face = plan.rounds.find(({ kind }) => kind === 'lay')?.face ?? null;
    const plies = plan.rounds.reduce((sum, round) => sum + (round.face === face ? round.plies.length : 0), 0);
    return {
      title: 'Fit it dry',
      lines: [
        plies === 1
          ? 'Laid dry where it goes, then at hand.'
          : `${plies} pieces laid dry where they go, then staged in order: the one that goes first on top.`,
        'Numbers up, arrows one way.',
      ],
      button: 'Fits, and staged',
    };
  },
  clean: () => ({
    title: 'Wash it off',
    lines: ['Water and a scourer for blush, rinse, dry. Film or peel ply off. Wax: de-waxer, turn the cloth.'],
    button: 'Washed',
  }),
  // The other face is ground when the first is hard.
  keyed: (job) =>
    (job.round.face ?? 0) > 0 && job.plan.taper?.footprint.faces[job.round.face!]
      ? ground(job)
      : { title: 'Abrade', lines: [`${KEY_GRIT} grit all over, until no gloss is left.`], button: 'Abraded' },
  wiped: (job) => ({
    title: 'Dust off, wipe',
    lines: ['Vacuum, then fresh solvent, one way. Let it flash off.', ...onOpenCore(job)],
    button: 'Clean and dry',
  }),
};

/** Solvent soaks into a core that lies open, or melts it: until the first skin is on. */
function onOpenCore({ plan, round }: Job): string[] {
  const closed = plan.rounds
    .slice(
      0,
      plan.rounds.findIndex(({ id }) => id === round.id),
    )
    .some(({ kind }) => kind === 'lay');
  if (!plan.facts['core'] || !plan.facts['through'] || closed) return [];
  return plan.facts['coreStyrene'] === 'dissolves'
    ? ['On the ground skin alone, the cloth damp: solvent melts this core.']
    : ['On the ground skin alone: none on the open core.'];
}

function ground({ inputs, plan, round, say }: Job): PrepareWords {
  const { taper } = plan;
  const face = taper?.footprint.faces[round.face ?? 0];
  const stepped = taper?.profile.kind === 'steps' ? taper.profile : null;
  return {
    title: round.face ? 'Grind the other face' : 'Grind back',
    lines: [
      ...(round.face ? ['Turn it, take the back-up off. Grind until the first face shows sound from behind.'] : []),
      `${GRIND_GRIT} grit, until it is sound all round: no white, no dull, no loose strand.`,
      ...(taper && face
        ? [
            taper.profile.kind === 'dish'
              ? `Each drilled or opened to sound, its mouth bevelled ${say(face.taperWidthMm, 'length')} wide all round.`
              : stepped
                ? `${stepped.thicknessesMm.length} steps, ${say(stepped.stepMm, 'length')} each: to ${size(face.footprint, say)} over all.`
                : `Slope ${Math.round(10 * taper.ratio) / 10}:1, ${say(face.taperWidthMm, 'length')} wide: to ${size(face.footprint, say)} over all.`,
            `Then ${KEY_GRIT} grit for the edges and ${say(inputs.taper.marginMm, 'length')} of margin: to ${size(face.abraded, say)}.`,
          ]
        : [`Then ${KEY_GRIT} grit for the edges.`]),
      'By hand near an edge, so that it is not rounded.',
    ],
    caution: 'Light and slow: heat and depth come sooner than they look. Gauge it before you go on.',
    button: 'Ground, and gauged',
  };
}

const size = ({ lengthMm, widthMm }: { lengthMm: number; widthMm: number }, say: Say): string =>
  `${say(lengthMm, 'length')} × ${say(widthMm, 'length')}`;

/** How far the work reaches, over all; null where nothing is tapered. */
function extent({ plan, round, say }: Job, to: 'abraded' | 'masked'): string | null {
  const face = plan.taper?.footprint.faces[round.face ?? 0];
  return face ? size(face[to], say) : null;
}
