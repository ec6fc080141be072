import { type Condition, type Facts, holds } from '../conditions/condition.js';

export type Stage = 'look' | 'laminate' | 'resin' | 'taper' | 'plies' | 'mix' | 'days' | 'layup' | 'finish' | 'signoff';

export const STAGES: readonly Stage[] = [
  'look',
  'laminate',
  'resin',
  'taper',
  'plies',
  'mix',
  'days',
  'layup',
  'finish',
  'signoff',
];

export interface Caution {
  id: string;
  stages: readonly Stage[];
  when: Condition;
  /** Worse first. */
  rank: number;
  title: string;
  text: string;
}

/** Cautions with their triggers. They say what can happen and what to do, beside the step, and never block reading. */
export const CAUTIONS: readonly Caution[] = [
  {
    id: 'life-at-stake',
    stages: ['look', 'signoff'],
    rank: 1,
    when: { service: 'primary' },
    title: 'A failed repair here can kill.',
    text: 'Licensed person’s drawing and inspection before use, proof load where the maker gives one. This tool does not certify.',
  },
  {
    id: 'peroxide',
    stages: ['mix', 'layup'],
    rank: 1,
    when: { mixKind: 'catalysed' },
    title: 'Catalyst blinds.',
    text: 'Goggles on, eye wash at hand. Never near accelerator, acetone, rust or metal: it can catch fire.',
  },
  {
    id: 'old-coating',
    stages: ['look', 'taper'],
    rank: 2,
    when: { finish: 'paint' },
    title: 'Old coatings may hold lead, tin or copper.',
    text: 'Test first, wet-sand where you can, P3 mask, extraction, suit.',
  },
  {
    id: 'dust-carbon',
    stages: ['taper', 'finish'],
    rank: 2,
    when: { fibres: 'carbon' },
    title: 'Carbon dust conducts and gets into lungs.',
    text: 'Keep it from motors and sockets. P3 mask, extraction, goggles.',
  },
  {
    id: 'dust',
    stages: ['taper', 'finish'],
    rank: 3,
    when: {},
    title: 'Grinding dust harms lungs and skin.',
    text: 'Fitted P3 mask with extraction, goggles, suit; wash in cold water.',
  },
  {
    id: 'aramid',
    stages: ['taper', 'plies'],
    rank: 4,
    when: { fibres: 'aramid' },
    title: 'Aramid fluffs and grabs.',
    text: 'Aramid shears, never a sander or grinder on it: a snatched tool cuts.',
  },
  {
    id: 'sensitising',
    stages: ['resin', 'mix', 'layup'],
    rank: 2,
    when: { family: 'epoxy' },
    title: 'Epoxy on skin can start an allergy for life.',
    text: 'Nitrile gloves, changed often. Barrier cream is no glove; no solvent on skin.',
  },
  {
    id: 'styrene',
    stages: ['resin', 'mix', 'layup'],
    rank: 2,
    when: { family: ['polyester', 'vinylester'] },
    title: 'Styrene stuns and burns.',
    text: 'Vapour cartridges, moving air, no flame or spark, never alone in a closed hull.',
  },
  {
    id: 'exotherm',
    stages: ['mix', 'layup'],
    rank: 3,
    when: {},
    title: 'A full pot left standing runs hot and may burn.',
    text: 'Pour out into a tray. Leftovers outdoors in a water-safe place, never in a bin.',
  },
  {
    id: 'breathing-core',
    stages: ['days', 'layup'],
    rank: 2,
    when: { core: true },
    title: 'A warming core blows the patch off.',
    text: 'Open the vent and lay up on a falling temperature, never in the morning sun.',
  },
  {
    id: 'acetone-foam',
    stages: ['resin', 'layup'],
    rank: 3,
    when: { coreStyrene: 'dissolves' },
    title: 'Acetone and styrene melt this core.',
    text: 'No acetone flood, no polyester filler on open foam.',
  },
  {
    id: 'special-service',
    stages: ['resin', 'signoff'],
    rank: 1,
    when: { specialService: { not: 'none' } },
    title: 'Certified products only.',
    text: 'What goes in here can poison or burn. Ask for the certificate and file it.',
  },
  {
    id: 'solvent-flash',
    stages: ['layup', 'finish'],
    rank: 4,
    when: {},
    title: 'Solvent flashes.',
    text: 'Two buckets, no flame, no heat gun near, earth metal cans. Not on foam, not on skin.',
  },
  {
    id: 'waste',
    stages: ['layup'],
    rank: 5,
    when: {},
    title: 'Uncured resin is hazardous waste.',
    text: 'Let it cure in a tray first. Lay solvent rags out flat, outdoors.',
  },
  {
    id: 'confined',
    stages: ['layup'],
    rank: 2,
    when: { access: 'both', place: 'boat' },
    title: 'Working inside a hull: fumes collect low.',
    text: 'Ventilate, measure, a watcher outside.',
  },
  {
    id: 'wet-core',
    stages: ['look'],
    rank: 2,
    when: { core: true },
    title: 'Never laminate over a wet core.',
    text: 'Measure moisture against a dry place on the same item, dry first.',
  },
];

/** Cautions for a stage, worse first, two at the most unless all are asked for. */
export function cautionsFor(stage: Stage, facts: Facts, most = 2): Caution[] {
  return CAUTIONS.filter((caution) => caution.stages.includes(stage) && holds(caution.when, facts))
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most);
}
