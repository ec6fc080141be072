import type { AirNeeds } from '../air/index.js';
import type { CureStage } from '../cure/age-law.js';
import { type Remark, requireNumber } from '../errors.js';
import type { FinishStep, FinishWork } from '../finish/index.js';
import { COAT_G_PER_MIN, INJECTED_G_PER_MIN, PASTE_G_PER_MIN } from '../mix/laying-rate.js';
import type { SystemCard } from '../resin/systems.js';

/** Plies laid in one go. */
export interface Go {
  resinG: number;
  pots: number;
}

/** What a shed is quick at: minutes of hand work. Source of the usual ones: starting judgement, replaced by its own records. */
export interface ShopRates {
  washMin: number;
  grindMinPerLitre: number;
  grindFloorMin: number;
  cutMinPerPly: number;
  dryFitMin: number;
  potMin: number;
  layFloorMin: number;
  abradeBetweenMin: number;
  levelMinPerM2: number;
  levelFloorMin: number;
  /** Share of the finish route's own times. */
  finishShare: number;
  inspectMin: number;
}

export const USUAL_RATES: ShopRates = {
  washMin: 45,
  grindMinPerLitre: 480,
  grindFloorMin: 30,
  cutMinPerPly: 6,
  dryFitMin: 30,
  potMin: 8,
  layFloorMin: 20,
  abradeBetweenMin: 30,
  levelMinPerM2: 90,
  levelFloorMin: 30,
  finishShare: 1,
  inspectMin: 60,
};

/** What hands must know how to do. */
export const SKILLS = ['prepare', 'lay-up', 'finish', 'inspect'] as const;
export type Skill = (typeof SKILLS)[number];

export type StepKind = 'hands' | 'cure' | 'drying';

/** A step of one job, before it has a date. */
export interface JobStep {
  /** Its name within the job: step, face and go, "lay-up.f1.g2". */
  key: string;
  /** What is done; several steps may do the same. */
  id: string;
  kind: StepKind;
  /** 1 or 2 where it belongs to one face of a two-sided repair. */
  face: number | null;
  /** 1, 2 … where a face is laid in several goes. */
  go: number | null;
  /** Of hands; none for what runs by itself. */
  minutes: number;
  /** Of a cure: as long as so many hours at the card's 22 °C. */
  ageHours: number | null;
  /** Of a cure of the job's resin: how far it has to come; null for what nobody has a card for, as paint and gel coat. */
  stage: CureStage | null;
  /** Of a drying: till when. */
  untilAt: string | null;
  inOneGo: boolean;
  skill: Skill | null;
  needs: AirNeeds | null;
  /** Why it takes as long as it does or must wait, as an id and figures at 22 °C. */
  why: Remark;
  /** Check that tells it is done; null where none does. */
  checkId: string | null;
  /** Steps it comes after; within so many hours at 22 °C of one, green, where its window shuts. */
  after: { key: string; withinAgeHours?: number }[];
}

/** Something laid, filled or coated beside the plies of the patch. */
export interface ExtraRound {
  /** What the step is called by. */
  id:
    | 'paste-bonding'
    | 'paste-bedding'
    | 'paste-fillet'
    | 'paste-fairing'
    | 'paste-plug'
    | 'paste-injection'
    | 'coat'
    | 'lay-more';
  /** Mixed and put on, g, in so many pots. */
  massG: number;
  pots: number;
  /** Onto the round before while green, or onto it cured and abraded. */
  onto: 'green' | 'abraded';
  /** Check that it was kept from the air once it was on; null where it need not be. */
  closedCheck: string | null;
  /** Hours at 22 °C of what is not mixed from the job's resin: gel coat by its own catalyst. */
  hours?: Pick<SystemCard, 'recoatFromHours' | 'recoatUntilHours' | 'sandableHours'>;
  /** The next goes onto it green. */
  nextGreen?: boolean;
}

/** A step of the finish in the days: what its wait has come to, when its window shuts, and the check that tells it is done. */
export type PlannedStep = FinishStep &
  Partial<Pick<FinishWork, 'stage' | 'untilHours' | 'medium'>> & { checkId?: string };

export interface StepsInput {
  card: SystemCard;
  faces: readonly (Go & {
    /** Check that the face was kept from the air once it was laid; left out where it need not be. */
    closedCheck?: string | null;
    /** A skin of its own over a core: not ground back into the first. */
    apart?: boolean;
    /** Both faces are ground first, and this one is laid wet on the one before. */
    together?: boolean;
    groundVolumeMm3: number;
    plies: number;
    /** Where it is laid in several goes: each of them, in order. */ goes?: readonly Go[];
  })[];
  abradedAreaMm2: number;
  /** A panel of its own: nothing is washed or ground before it is laid. */
  noGround?: boolean;
  layingRateGPerMin: number;
  /** Rounds before the plies of the patch and after them, in order. */
  before?: readonly ExtraRound[];
  after?: readonly ExtraRound[];
  finishSteps: readonly PlannedStep[];
  rates?: Partial<ShopRates>;
  /** A core that breathes out as it warms: laid up on a falling temperature only. */
  breathingCore?: boolean;
  /** Till when it dries; nothing is laid before. */
  dryUntilAt?: string | null;
}

/** Gel coat and paint want no less, °C. */
const COAT_MIN_TEMP_C = 12;
const COAT_HOLD_MIN = 60;
const MOST_HOLD_MIN = 240;

/** Air a lay-up asks for, from the first ply until the last has gelled. */
const layUpNeeds = (card: SystemCard, falling: boolean): AirNeeds => ({
  minTempC: card.minTempC,
  maxTempC: card.maxTempC,
  dry: true,
  falling,
  holdMin: Math.min(MOST_HOLD_MIN, card.recoatFromHours * 60),
});

/**
 * The steps of a repair in their order, each with how long hands take over it, or how long it cures, and what it asks of the air.
 * @throws CoreError for rates no shed has
 */
export function jobSteps(input: StepsInput): JobStep[] {
  const rates = checkRates({ ...USUAL_RATES, ...input.rates });
  const list = new Steps();
  const two = input.faces.length === 2;
  const dries = input.dryUntilAt
    ? list.add('drying', { kind: 'drying', untilAt: input.dryUntilAt, why: { id: 'days.drying' } }, [])
    : null;
  if (!input.noGround)
    list.add('wash', { minutes: rates.washMin, skill: 'prepare', why: { id: 'days.wash-first' } }, []);
  const { before = [], after = [] } = input;
  let laid: JobStep | null = null;
  const goOn = { input, rates, list };
  const together = input.faces.some((face) => face.together);
  const placeOf = (i: number): { face: number | null } => ({ face: two ? i + 1 : null });
  const grind = (face: StepsInput['faces'][number], i: number): void => {
    const back = i === 1 && !face.apart && !together;
    const litres = face.groundVolumeMm3 / 1e6;
    list.add(back ? 'grind-back' : 'grind', {
      ...placeOf(i),
      minutes: Math.max(rates.grindFloorMin, litres * rates.grindMinPerLitre),
      skill: 'prepare',
      why: { id: back ? 'days.grind-back' : 'days.grind', params: { litres } },
    });
  };
  const cut = (face: StepsInput['faces'][number], i: number): void => {
    list.add('cut-plies', {
      ...placeOf(i),
      minutes: rates.dryFitMin + face.plies * rates.cutMinPerPly,
      skill: 'prepare',
      why: { id: 'days.cut', params: { plies: face.plies } },
    });
  };
  // Laid wet in one go, everything is ground and cut before the first pot.
  if (together) {
    if (!input.noGround) input.faces.forEach(grind);
    input.faces.forEach(cut);
  }
  input.faces.forEach((face, i) => {
    const place = placeOf(i);
    if (!input.noGround && !together) grind(face, i);
    if (i === 0) {
      for (const round of before) {
        const filled = addRound(goOn, round, laid, dries);
        if (round.nextGreen) waitForGreen(goOn, {}, round.hours);
        else cureToSand(goOn, {}, round.hours);
        laid = filled;
      }
      if (before.length > 0 && !before.at(-1)!.nextGreen) abradeRound(goOn);
    }
    if (!together) cut(face, i);
    const goes = face.goes ?? [face];
    goes.forEach(({ resinG, pots }, g) => {
      const at = { ...place, go: goes.length > 1 ? g + 1 : null };
      const previous = laid;
      if (g > 0) waitForGreen(goOn, at);
      const minutes = Math.max(rates.layFloorMin, resinG / input.layingRateGPerMin) + pots * rates.potMin;
      laid = list.add('lay-up', {
        ...at,
        minutes,
        inOneGo: true,
        skill: 'lay-up',
        needs: layUpNeeds(input.card, input.breathingCore === true),
        why: { id: 'days.lay-up', params: { resinG, pots } },
      });
      const onGreen = before.at(-1)?.nextGreen && i === 0 && g === 0 ? before.at(-1)!.hours : null;
      if (g > 0 || (i > 0 && together))
        laid.after.push({ key: previous!.key, withinAgeHours: input.card.recoatUntilHours });
      if (onGreen) laid.after.push({ key: previous!.key, withinAgeHours: onGreen.recoatUntilHours });
      if (dries && i === 0 && g === 0) laid.after.push({ key: dries.key });
    });
    const last = i === input.faces.length - 1;
    if (!last && together) return;
    if (last && after[0]?.onto === 'green') return;
    if (face.closedCheck) closeFromAir(goOn, face.closedCheck, place);
    cureToSand(goOn, place);
  });
  after.forEach((round, i) => {
    laid = addRound(goOn, round, laid, null);
    if (after[i + 1]?.onto !== 'green') cureToSand(goOn, {}, round.hours);
  });
  const areaM2 = input.abradedAreaMm2 / 1e6;
  list.add('level', {
    minutes: Math.max(rates.levelFloorMin, areaM2 * rates.levelMinPerM2),
    skill: 'finish',
    why: { id: 'days.level', params: { areaM2 } },
  });
  let window: { key: string; withinAgeHours: number } | null = null;
  for (const step of input.finishSteps) {
    const added = addFinish(list, step, input, laid, areaM2 * rates.finishShare, rates.finishShare, window);
    window = added.window;
    // What is filled with the job's resin has to come to its full cure too.
    if (step.stage === 'sandable') laid = added.made;
  }
  list.add('inspect', { minutes: rates.inspectMin, skill: 'inspect', why: { id: 'days.inspect' } });
  return list.steps;
}

/** What rounds are added to: the list so far, and what it is made from. */
interface Making {
  input: StepsInput;
  rates: ShopRates;
  list: Steps;
}

function waitForGreen({ input: { card }, list }: Making, at: Partial<JobStep>, own?: ExtraRound['hours']): void {
  const { recoatFromHours, recoatUntilHours } = own ?? card;
  list.add('between-goes', {
    ...at,
    kind: 'cure',
    stage: own ? null : 'green',
    ageHours: recoatFromHours,
    why: { id: 'days.between-goes', params: { hours: recoatFromHours, until: recoatUntilHours } },
  });
}

function cureToSand({ input: { card }, list }: Making, at: Partial<JobStep> = {}, own?: ExtraRound['hours']): void {
  const { sandableHours } = own ?? card;
  list.add('cure-to-sand', {
    ...at,
    kind: 'cure',
    stage: own ? null : 'sandable',
    ageHours: sandableHours,
    why: { id: 'days.sandable', params: { hours: sandableHours } },
  });
}

function abradeRound({ rates, list }: Making): void {
  list.add('abrade-round', { minutes: rates.abradeBetweenMin, skill: 'prepare', why: { id: 'days.abrade-round' } });
}

/** Film, wax or mist over what hardens in the open, minutes. Source: workshop practice. */
const CLOSING_MIN = 10;

function closeFromAir({ list }: Making, checkId: string, at: Partial<JobStep> = {}): void {
  list.add('close-air', { ...at, checkId, minutes: CLOSING_MIN, skill: 'lay-up', why: { id: 'days.close-air' } });
}

/** A round beside the patch: green onto the one before within its window, or washed, abraded and wiped first. */
function addRound(making: Making, round: ExtraRound, laid: JobStep | null, dries: JobStep | null): JobStep {
  const { input, rates, list } = making;
  const green = round.onto === 'green' && laid !== null;
  if (green) waitForGreen(making, {});
  else if (laid) abradeRound(making);
  const made = list.add(round.id, {
    minutes: Math.max(rates.layFloorMin, round.massG / ROUND_RATE[round.id](input)) + round.pots * rates.potMin,
    inOneGo: true,
    skill: 'lay-up',
    needs: layUpNeeds(input.card, input.breathingCore === true),
    why: { id: 'days.round', params: { massG: round.massG, pots: round.pots } },
  });
  if (green) made.after.push({ key: laid.key, withinAgeHours: input.card.recoatUntilHours });
  if (dries) made.after.push({ key: dries.key });
  if (round.closedCheck) closeFromAir(making, round.closedCheck);
  return made;
}

const paste = (): number => PASTE_G_PER_MIN;
const ROUND_RATE: Readonly<Record<ExtraRound['id'], (input: StepsInput) => number>> = {
  'paste-bonding': paste,
  'paste-bedding': paste,
  'paste-fillet': paste,
  'paste-fairing': paste,
  'paste-plug': paste,
  'paste-injection': () => INJECTED_G_PER_MIN,
  coat: () => COAT_G_PER_MIN,
  'lay-more': ({ layingRateGPerMin }) => layingRateGPerMin,
};

/** @returns the step, and how the next may go on, where this one is open to it for a while */
function addFinish(
  list: Steps,
  step: PlannedStep,
  { card }: StepsInput,
  laid: JobStep | null,
  areaM2: number,
  share: number,
  window: { key: string; withinAgeHours: number } | null,
): { made: JobStep; window: { key: string; withinAgeHours: number } | null } {
  const before = list.steps.at(-1)!;
  const cures =
    step.afterFullCure && laid
      ? list.add(
          'full-cure',
          {
            kind: 'cure',
            stage: 'full',
            ageHours: card.fullCureHours,
            why: { id: 'days.full-cure', params: { hours: card.fullCureHours } },
          },
          [{ key: laid.key }],
        )
      : null;
  const wet = step.layerMm !== null || (step.medium ?? null) !== null;
  const made = list.add(
    step.id,
    {
      minutes: Math.max(step.handsFloorMin * share, step.handsMinPerM2 * areaM2),
      skill: 'finish',
      inOneGo: wet,
      needs: wet ? { minTempC: Math.min(COAT_MIN_TEMP_C, card.minTempC), dry: true, holdMin: COAT_HOLD_MIN } : null,
      checkId: step.checkId ?? null,
      why: { id: 'days.finish-step' },
    },
    [{ key: before.key }],
  );
  if (cures) made.after.push({ key: cures.key });
  if (window) made.after.push(window);
  if (step.waitHours > 0)
    list.add(`${step.id}-wait`, {
      kind: 'cure',
      ageHours: step.waitHours,
      stage: step.stage ?? null,
      why: { id: 'days.finish-wait', params: { hours: step.waitHours } },
    });
  return { made, window: step.untilHours ? { key: made.key, withinAgeHours: step.untilHours } : null };
}

/** Steps one after another, each after the one before unless told otherwise. */
class Steps {
  readonly steps: JobStep[] = [];

  add(id: string, values: Partial<JobStep> & Pick<JobStep, 'why'>, after?: JobStep['after']): JobStep {
    const { face = null, go = null } = values;
    const key = [id, ...(face === null ? [] : [`f${face}`]), ...(go === null ? [] : [`g${go}`])].join('.');
    const last = this.steps.at(-1);
    const step: JobStep = {
      kind: 'hands',
      minutes: 0,
      ageHours: null,
      stage: null,
      untilAt: null,
      inOneGo: false,
      skill: null,
      needs: null,
      checkId: null,
      ...values,
      id,
      face,
      go,
      key: this.unlike(key),
      after: [...(after ?? (last ? [{ key: last.key }] : []))],
    };
    this.steps.push(step);
    return step;
  }

  /** A finish route may do the same twice. */
  private unlike(key: string): string {
    const known = this.steps.filter((step) => step.key === key || step.key.startsWith(`${key}#`)).length;
    return known === 0 ? key : `${key}#${known + 1}`;
  }
}

/** @throws CoreError for rates no shed has */
export function checkRates(rates: ShopRates, field = 'rates'): ShopRates {
  for (const [name, value] of Object.entries(rates)) requireNumber(value, `${field}.${name}`, { min: 0, max: 10_000 });
  return rates;
}
