import type { AirFault } from '@ashstep/core/air';
import type { SmallKind, Unsaid } from '@ashstep/core/repair';

/** What holds a lay-up, in the few words of a button. */
export const HOLD_NAMES: Readonly<Record<string, string>> = {
  'hold.thermoplastic': 'Held: no resin bonds to this shell',
  'hold.beyond': 'Held: wants its drawing, or who is responsible',
  'hold.wet': 'Held until it is dry',
  'hold.wet-within': 'Held until it is dry within',
};

/** What each kind of small job is called, and when it is the one to pick. */
export const SMALL_WORDS: Readonly<Record<SmallKind, { name: string; about: string }>> = {
  gouge: { name: 'Gouge or chip', about: 'Gel coat gone, the fibre whole' },
  cracks: { name: 'Star or stress cracks', about: 'Fine cracks in the gel coat' },
  ding: { name: 'Ding or crush', about: 'Pressed in, skin broken or not' },
  holes: { name: 'Row of holes', about: 'Old screws and fittings' },
  edge: { name: 'Worn edge, tip or nose', about: 'Material gone at an edge' },
  hole: { name: 'Small hole', about: 'Through, up to about 60 mm' },
  tube: { name: 'Crack in a tube', about: 'Shaft, spar, rail, wrapped' },
  disbond: { name: 'Dry disbond', about: 'Sounds dull, dry within: injected' },
  coat: { name: 'Coat or fairing only', about: 'Seal, gel coat or fair an area' },
};

export const SEVERITY_NAMES = {
  finish: 'Finish only',
  part: 'Part depth',
  through: 'Through',
  skin: 'Skin over core',
  separated: 'Separated',
  beyond: 'Beyond this tool',
} as const;
export const GRAVE_NAMES = {
  none: 'None of these',
  keel: 'Keel',
  'mast-step': 'Mast step',
  chainplate: 'Chainplate',
  'rudder-stock': 'Rudder stock',
  frame: 'Frame that carries a rider',
  fork: 'Fork',
  seat: 'Seat or its mount',
  steering: 'Steering',
  'crash-structure': 'Crash structure',
  'pressure-vessel': 'Pressure vessel',
  aircraft: 'Aircraft',
} as const;

export const MARK_NAMES = { damage: 'Damage', crack: 'Crack', 'earlier-repair': 'Earlier repair' } as const;
export const TASK_NAMES: Record<string, string> = {
  drying: 'Dry the core',
  wash: 'Wash and de-wax',
  grind: 'Grind the taper',
  'grind-back': 'Grind the second side back',
  'cut-plies': 'Cut and dry-fit plies',
  'lay-up': 'Lay up',
  'between-goes': 'Wait between goes',
  'close-air': 'Close from the air',
  'abrade-round': 'Wash and abrade before the next round',
  'paste-bonding': 'Bond with paste',
  'paste-bedding': 'Bed in paste',
  'paste-fillet': 'Fillets',
  'paste-fairing': 'Fairing paste',
  'paste-plug': 'Fill',
  'paste-injection': 'Inject',
  coat: 'Coat',
  'lay-more': 'Lay more plies',
  'abrade-between': 'Wash and abrade between goes',
  'cure-to-sand': 'Cure to sanding',
  level: 'Trim and level',
  'full-cure': 'Full cure',
  inspect: 'Inspect',
  fair: 'Fair',
  'wash-blush': 'Wash off blush',
  'key-80': 'Key with 80 grit',
  'gel-coat': 'Gel coat',
  'gel-coat-mask': 'Mask in two stages',
  polish: 'Polish',
  'rim-gel': 'Close the rim',
  seal: 'Seal coat',
  prime: 'Prime',
  paint: 'Paint',
  'uv-cover': 'UV cover',
  'flow-coat': 'Flow coat',
  'fair-neat': 'Neat coat before the filler',
  'fair-fill': 'Fill',
  'fair-sand': 'Sand fair',
  'fair-look': 'Sand, look for fair',
  'prime-guide': 'Guide coat, spot putty',
  'paint-mask': 'Mask',
  'polish-sand': 'Wet sand',
  'polish-compound': 'Compound',
  'polish-wax': 'Polish, wax',
  'put-back-skid': 'Non-skid pattern',
  'put-back-film': 'Film, decals, stripes',
};

export const CONSISTENCY_NAMES = {
  syrup: 'Syrup',
  ketchup: 'Ketchup',
  mayonnaise: 'Mayonnaise',
  'peanut-butter': 'Peanut butter',
} as const;
export const SPOT_KIND_NAMES = {
  broken: 'Broken',
  hole: 'Drilled hole',
  ding: 'Ding',
  gouge: 'Gouge',
  crack: 'Crack',
} as const;
export const PASTE_USES = {
  bedding: 'Bedding',
  bonding: 'Bonding, overhead',
  fillet: 'Fillet',
  plug: 'Plug, cells',
  fairing: 'Fairing',
} as const;
export const PRIME_NAMES = {
  laminate: 'Abraded laminate',
  'closed-foam': 'Closed-cell foam',
  'open-foam': 'Open foam',
  'old-mat': 'Old, dry mat',
  wood: 'Wood',
} as const;

/** What is wrong with the air. */
export const FAULT_NAMES: Record<AirFault, string> = {
  'too-cold': 'Too cold',
  'too-warm': 'Too warm',
  'too-humid': 'Too damp',
  'near-dew-point': 'Dew may fall on the surface',
  rain: 'Rain',
  dark: 'Dark',
  warming: 'The core warms and breathes out',
};

/** Name of a step of a job by its key, "hull/lay-up.f2.g1": "Lay up, face 2, go 1". */
export function stepName(key: string): string {
  const [id, ...parts] = key.slice(key.indexOf('/') + 1).replace(/#\d+$/, '').split('.'); // prettier-ignore
  return [
    taskName(id!),
    ...parts.map((part) => (part.startsWith('f') ? `face ${part.slice(1)}` : `go ${part.slice(1)}`)),
  ].join(', ');
}

/** Name of a dated task; a wait is named after the step it follows. */
export function taskName(id: string): string {
  const step = id.replace(/-wait$/, '');
  // Of several of a kind, which: a fill, a coat.
  const [, kind, number] = /^(.*)-(\d+)$/.exec(step) ?? [];
  const name = TASK_NAMES[step] ?? (kind ? `${TASK_NAMES[kind] ?? kind} ${number}` : step);
  return step === id ? name : `${name}: wait`;
}

export const FAMILY_NAMES = { polyester: 'Polyester', vinylester: 'Vinylester', epoxy: 'Epoxy' } as const;
export const PARENT_NAMES = {
  ...FAMILY_NAMES,
  thermoplastic: 'Thermoplastic',
  mixed: 'Mixed',
  unknown: 'Unknown',
} as const;
export const VERDICT_NAMES = { suitable: 'Suitable', if: 'Suitable if', not: 'Not suitable' } as const;
export const SCHOOL_NAMES = {
  'finish-led': 'The finish',
  'like-for-like': 'Like for like',
  'epoxy-throughout': 'Epoxy throughout',
} as const;
export const BAND_NAMES = { soft: 'soft spot', match: 'match', note: 'a little stiff', hard: 'hard spot' } as const;
export const ORDER_NAMES = { 'smallest-first': 'Smallest first', 'largest-first': 'Largest first' } as const;
export const SERVICE_NAMES = {
  cosmetic: 'Cosmetic',
  light: 'Lightly loaded',
  general: 'General',
  high: 'Bottom, high load',
  primary: 'Primary structure',
} as const;
export const WATERLINE_NAMES = { above: 'Above', below: 'Below', spans: 'Spans it' } as const;
export const FINISH_NAMES = { gelcoat: 'Gel coat', paint: 'Paint', bare: 'Clear or bare' } as const;
/** What of a job a look at the craft tells. */
const UNSAID_NAMES: Readonly<Record<Unsaid, string>> = {
  shape: 'outline',
  depth: 'depth',
  waterline: 'waterline',
  finish: 'finish',
  access: 'reach',
  service: 'service of the area',
  core: 'core or solid',
  coreThickness: 'core thickness',
  finishThicknessMm: 'thickness of gel coat or paint',
};

/** "Not said yet: finish, reach" */
export const unsaidWords = (fields: readonly Unsaid[]): string =>
  `Not said yet: ${fields.map((field) => UNSAID_NAMES[field]).join(', ')}`;
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
