import {
  FAMILY_NAMES,
  type Lot,
  PLACE_NAMES,
  type RepairDetail,
  type StockLine,
  VERDICT_NAMES,
  amountWords,
  costOfJob,
  stepName,
  moneyText,
  stockFor,
} from '@ashstep/contract';
import type { ShopSettings } from '@ashstep/core/plan';
import { type FamilyPlan, type RepairPlan, byTheCan, compareFamilies, planRepair } from '@ashstep/core/repair';
import { HARDENERS, type Hardener, SYSTEMS, type SystemCard } from '@ashstep/core/resin';
import { Sheet } from '../platform/sheet.js';

export interface QuoteInput {
  repair: Pick<RepairDetail, 'craft' | 'title' | 'inputs' | 'technician'>;
  shopName: string;
  settings: ShopSettings;
  lots: readonly Lot[];
  /** The shop's own systems and hardeners, beside those shipped. */
  systems: readonly SystemCard[];
  hardeners: readonly Hardener[];
  /** Day it is given, "2026-04-16". */
  day: string;
}

const when = (at: string): string => at.slice(0, 16).replace('T', ' ');

/** A quote sheet: what is done, how long it takes, what it uses and costs, and the same job in the other resins. */
export async function quotePdf(given: QuoteInput): Promise<Buffer> {
  const { repair, settings, day } = given;
  const plan = planRepair(repair.inputs);
  const money = (value: number): string => moneyText(value, settings.money.currency);
  const families = compareFamilies(repair.inputs);
  const priced = families.map((family) => ({ family, ...costed(family, given) }));
  const taken = priced.find(({ family }) => family.taken) ?? null;
  const sheet = new Sheet({ tag: repair.craft.tag, title: repair.title, foot: `quote of ${day}` });
  sheet.title(
    `Quote ${repair.craft.tag}: ${repair.title}`,
    `${given.shopName} · ${day} · prices as last paid, without tax`,
  );
  sheet.pairs([
    ['Craft', `${repair.craft.name}${repair.craft.year ? `, ${repair.craft.year}` : ''}`],
    ['Where', repair.inputs.place.where || '–'],
    ['Resin', plan.resin?.card?.name ?? 'not chosen yet'],
    ['Worked on', PLACE_NAMES[repair.inputs.days.place ?? 'shed'].toLowerCase()],
    ['Hands on', plan.days ? `${(plan.days.handsMin / 60).toFixed(1)} h` : 'not planned yet'],
    ['Done', plan.days ? `${when(plan.days.finishAt)} at the earliest, with nothing else to do` : 'not planned yet'],
  ]);
  if (!taken?.cost) {
    sheet.line(
      'The plan is not finished: laminate, resin, plies, mix and the first morning are wanted before this can be priced.',
      'bold',
    );
    return sheet.finish();
  }
  work(sheet, plan);
  materials(sheet, taken.lines, money);
  const open = byTheCan(plan.finish);
  if (open.length > 0) sheet.line(`Not in the sum, for only its can says how much: ${open.join(', ').toLowerCase()}.`);
  sheet.section('Sum');
  sheet.pairs([
    ['Materials used', money(taken.cost.usedTotal)],
    ['To buy', `${money(taken.cost.toBuy)} in whole packs, beside what the shelf has`],
    ['Hands', `${money(taken.cost.hands)} at ${money(settings.money.perHour)} an hour`],
    ['In all', money(taken.cost.total)],
  ]);
  if (taken.cost.missing.length > 0) sheet.line(`Without a price, not in the sum: ${taken.cost.missing.join(', ')}.`);
  sheet.section('The same job in each resin');
  sheet.table(
    [
      {
        title: 'Resin',
        width: 22,
        value: ({ family }) => `${FAMILY_NAMES[family.family]}${family.taken ? ', taken' : ''}`,
      },
      { title: 'Verdict', width: 16, value: ({ family }) => (family.verdict ? VERDICT_NAMES[family.verdict] : '–') },
      { title: 'Materials', width: 14, align: 'right', value: ({ cost }) => (cost ? money(cost.usedTotal) : '–') },
      {
        title: 'Hours',
        width: 10,
        align: 'right',
        value: ({ family }) => (family.handsMin === null ? '–' : (family.handsMin / 60).toFixed(1)),
      },
      { title: 'In all', width: 14, align: 'right', value: ({ cost }) => (cost ? money(cost.total) : '–') },
      { title: 'Done', width: 24, value: ({ family }) => (family.finishAt ? when(family.finishAt) : '–') },
    ],
    priced,
  );
  sheet.line(
    'Found worse once ground, the job is planned and priced anew. Structural, passenger-carrying, pressure and aircraft work is for licensed people.',
  );
  return sheet.finish();
}

function costed(
  family: FamilyPlan,
  { lots, systems, hardeners, settings, day }: QuoteInput,
): { lines: StockLine[]; cost: ReturnType<typeof costOfJob> | null } {
  const lines = stockFor(family.materials, lots, [...SYSTEMS, ...systems], [...HARDENERS, ...hardeners], day);
  return { lines, cost: family.handsMin === null ? null : costOfJob(lines, family.handsMin, settings.money) };
}

function work(sheet: Sheet, plan: RepairPlan): void {
  sheet.section('Work');
  const hands = (plan.days?.tasks ?? []).filter(({ kind }) => kind === 'hands');
  sheet.line(hands.map(({ key }) => stepName(key)).join(' · '));
}

function materials(sheet: Sheet, lines: readonly StockLine[], money: (value: number) => string): void {
  sheet.section('Materials');
  const amount = ({ amount: value, unit }: StockLine): string => amountWords(value, unit);
  const each = ({ packs, unit }: StockLine): string => {
    const last = packs.at(-1);
    return last ? `${money(last.price)} for ${amountWords(last.size, unit)}` : 'no price';
  };
  sheet.table(
    [
      { title: 'Material', width: 46, value: (line) => line.name },
      { title: 'Amount', width: 18, align: 'right', value: amount },
      { title: 'Pack', width: 28, align: 'right', value: each },
    ],
    lines.filter(({ amount: value }) => value > 0),
  );
}
