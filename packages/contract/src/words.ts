import type { CoreErrorCode, Remark } from '@ashstep/core';

type Params = Readonly<Record<string, string | number>>;

const figure = (value: string | number | undefined, decimals = 1): string => (typeof value === 'number' ? String(Math.round(value * 10 ** decimals) / 10 ** decimals) : String(value ?? ''));

/** What to do about input that no calculation can use. */
export function errorWords(code: CoreErrorCode, params: Params = {}): string {
  switch (code) {
    case 'not-a-number':
      return 'Give a figure here.';
    case 'out-of-range':
      return `Accepted: ${limits(params)}.`;
    case 'unknown-id':
      return `“${figure(params['id'])}” is not in the list. Pick one that is.`;
    case 'empty':
      return 'This is still missing.';
    case 'too-many':
      return `At most ${figure(params['max'])}.`;
    case 'self-crossing':
      return 'The outline crosses itself. Move a point so that it does not.';
    case 'too-few-points':
      return `At least ${figure(params['min'])} points.`;
    case 'inconsistent':
      return 'These figures cannot all be true together. Check them.';
    case 'unreadable':
      return 'This cannot be read as a figure. Try 108, 4 1/2 in or 6 oz/yd2.';
    case 'ambiguous-unit':
      return 'Ounces of what? Cloth is per square yard (oz/yd2), chopped mat per square foot (oz/ft2).';
  }
}

function limits({ min, max, above }: Params): string {
  if (above !== undefined && max !== undefined) return `more than ${figure(above, 3)}, up to ${figure(max, 3)}`;
  if (above !== undefined) return `more than ${figure(above, 3)}`;
  if (min !== undefined && max !== undefined) return `${figure(min, 3)} to ${figure(max, 3)}`;
  if (max !== undefined) return `up to ${figure(max, 3)}`;
  return `${figure(min, 3)} or more`;
}

const REMARKS: Record<string, (p: Params) => string> = {
  'air.too-humid': (p) => `${figure(p['humidity'], 0)} % humidity. Lay up under ${figure(p['limit'], 0)} %, or the surface sweats.`,
  'air.near-dew-point': (p) => `Surface only ${figure(p['marginC'])} °C above the dew point. Warm it to ${figure(p['limitC'])} °C or more above, or the bond is wet.`,
  'evidence.unknown': (p) => `Only ${figure(p['percent'], 0)} % sure. Under ${figure(p['limit'], 0)} % the plan treats the parent as unknown.`,
  'laminate.thickness-differs': (p) => `The plies add up to ${figure(p['computedMm'], 2)} mm, ${figure(p['measuredMm'], 2)} mm was measured. Check the list or the gauge.`,
  'laminate.guessed': (p) => `Plies are a guess from the thickness (${figure(p['plies'], 0)} plies). Count the rings once ground and enter them.`,
  'taper.steep': (p) => `${figure(p['ratio'])}:1 is steep. Little bond face; lightly loaded places only.`,
  'joint.weaker': (p) => `At this ratio the joint holds ${figure(p['percent'], 0)} % of the parent. A longer taper holds more.`,
  'stack.proud': (p) => `The stack leaves ${figure(p['roomMm'], 2)} mm for a finish that needs ${figure(p['allowanceMm'], 2)} mm. Take a ply out or go thinner.`,
  'stack.low': (p) => `The stack ends ${figure(p['roomMm'], 2)} mm under the surface. A filler ply is cheaper than fairing compound.`,
  'stack.past-footprint': (p) => `The plies are ${figure(p['overMm'], 2)} mm thicker than the depth, so the top ones run past the taper.`,
  'mix.pot-too-big': (p) => `${figure(p['totalG'], 0)} g in one pot may run away. Stay under ${figure(p['maxPotG'], 0)} g.`,
  'mix.catalyst-by-volume': (p) => `${figure(p['percent'])} % is by volume: ${figure(Number(p['percent']) * 10)} ml per kg of resin, at ${figure(p['gramPerMl'], 2)} g/ml.`,
  'mix.too-thick-at-once': (p) => `${figure(p['thicknessMm'])} mm laid at once may overheat: this system takes ${figure(p['maxSessionMm'])} mm a session. Lay it in several, or it smokes, browns and shrinks.`,
  'resin.too-hot': (p) => `${figure(p['airTempC'])} °C is above the ${figure(p['maxTempC'])} °C this system is good for. Take a slower hardener or a cooler hour.`,
  'mix.scale-too-coarse': (p) => `A scale off by ${figure(p['scaleErrorG'], 2)} g cannot mix the smallest pot within tolerance. Use a finer scale or a larger pot.`,
  'mix.out-of-ratio': (p) => `${figure(p['errorPercent'])} % off the ratio, ${figure(p['tolerancePercent'])} % allowed. Not on the job yet? Throw it away and mix again.`,
  'days.lay-up-too-long': (p) => `The lay-up takes ${figure(Number(p['minutes']) / 60)} h, more than one day’s ${figure(Number(p['dayLength']) / 60)} h. Add hands or split it into sessions.`,
  'days.wash-first': () => 'Wash before grinding, or wax goes into the scratches.',
  'days.grind': (p) => `${figure(p['litres'], 2)} litre to grind.`,
  'days.grind-back': (p) => `Ground back into the new laminate, ${figure(p['litres'], 2)} litre.`,
  'days.cut': (p) => `${figure(p['plies'], 0)} plies to cut, dry-fit and stage.`,
  'days.lay-up': (p) => `${figure(p['resinG'], 0)} g in ${figure(p['pots'], 0)} ${p['pots'] === 1 ? 'pot' : 'pots'}, in one go.`,
  'days.sandable': (p) => `Sandable after ${figure(p['hours'])} h at this temperature. Not before: it gums up.`,
  'days.level': (p) => `Trim and level ${figure(p['areaM2'], 2)} m².`,
  'days.full-cure': (p) => `Full cure ${figure(Number(p['hours']) / 24)} days from lay-up. Sooner, and the finish peels.`,
  'days.finish-step': () => 'Part of the finish route.',
  'days.finish-wait': (p) => `${figure(p['hours'])} h before the next step.`,
  'days.inspect': () => 'A second pair of eyes.',
};

/** The sentence for a remark that came with a result. */
export function remarkWords(remark: Remark): string {
  const words = REMARKS[remark.id];
  return words ? words(remark.params ?? {}) : remark.id;
}

/** Ids of all remarks that have words; a spec holds this against what the core can say. */
export const WORDED_REMARKS: readonly string[] = Object.keys(REMARKS);

export const TASK_NAMES: Record<string, string> = {
  wash: 'Wash and de-wax',
  grind: 'Grind the taper',
  'grind-back': 'Grind the second side back',
  'cut-plies': 'Cut and dry-fit plies',
  'lay-up': 'Lay up',
  'cure-to-sand': 'Cure to sanding',
  level: 'Trim and level',
  'full-cure': 'Full cure',
  inspect: 'Inspect',
  fair: 'Fair',
  'wash-blush': 'Wash off blush',
  'key-80': 'Key with 80 grit',
  'gel-coat': 'Gel coat',
  polish: 'Polish',
  'rim-gel': 'Close the rim',
  seal: 'Seal coat',
  prime: 'Prime',
  paint: 'Paint',
  'uv-cover': 'UV cover',
  'flow-coat': 'Flow coat',
};

/** Name of a dated task; a wait is named after the step it follows. */
export function taskName(id: string): string {
  const step = id.replace(/-wait$/, '');
  const name = TASK_NAMES[step] ?? step;
  return step === id ? name : `${name}: wait`;
}

export const FAMILY_NAMES = { polyester: 'Polyester', vinylester: 'Vinylester', epoxy: 'Epoxy' } as const;
export const PARENT_NAMES = { ...FAMILY_NAMES, thermoplastic: 'Thermoplastic', mixed: 'Mixed', unknown: 'Unknown' } as const;
export const VERDICT_NAMES = { suitable: 'Suitable', if: 'Suitable if', not: 'Not suitable' } as const;
export const SCHOOL_NAMES = { 'finish-led': 'Led by the finish', 'like-for-like': 'Like for like', 'epoxy-throughout': 'Epoxy throughout' } as const;
export const BAND_NAMES = { soft: 'soft spot', match: 'match', note: 'a little stiff', hard: 'hard spot' } as const;
export const ORDER_NAMES = { 'smallest-first': 'Smallest first', 'largest-first': 'Largest first' } as const;
export const SERVICE_NAMES = { cosmetic: 'Cosmetic', light: 'Lightly loaded', general: 'General', high: 'Bottom, high load', primary: 'Primary structure' } as const;
export const FINISH_NAMES = { gelcoat: 'Gel coat', paint: 'Paint', bare: 'Clear or bare' } as const;
export const STAGE_NAMES = {
  look: 'Look & map',
  laminate: 'Laminate',
  resin: 'Resin',
  taper: 'Taper',
  plies: 'Plies & cut',
  mix: 'Mix & cure',
  days: 'Days',
  layup: 'Lay up',
  finish: 'Fair & finish',
  signoff: 'Sign off',
} as const;

/** Why a school takes what it takes. */
export const WHY_WORDS = {
  water: 'Below the waterline, and epoxy takes up least water.',
  doubt: 'The parent is in doubt, and epoxy holds whichever it is.',
  paint: 'Painted finish, which epoxy suits.',
  'known-and-dry': 'Known parent above the water: the same family takes gel coat directly.',
  'same-family': 'Same family as the parent.',
  'best-bond': 'Best bond to a cured face.',
  'next-safe': 'The school’s own choice is ruled out here; this is the next safe one.',
  none: 'None of the three suits this job as it stands.',
} as const;
