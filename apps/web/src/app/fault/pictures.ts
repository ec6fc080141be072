/** Strokes of a picture, and what of it is filled dark or tinted. */
export interface FaultPicture {
  lines: string;
  dark?: string;
  tint?: string;
}

/** A section of laminate: three plies, and the line of its surface. */
const PLIES = 'M4 34H92M4 41H92M4 48H92';
const TOP = 'M4 27H92';
const SKIN = `${TOP}${PLIES}`;
/** From above: a patch in its ground. */
const PLAN = 'M8 8H88V50H8Z';
const OVAL = 'M48 16C64 16 72 22 72 29C72 36 64 42 48 42C32 42 24 36 24 29C24 22 32 16 48 16';
const dot = (x: number, y: number, r: number): string => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`; // prettier-ignore
const dots = (places: readonly (readonly [number, number, number])[]): string => places.map(([x, y, r]) => dot(x, y, r)).join(''); // prettier-ignore

/** What each symptom looks like, in a section or from above: our own drawings, 96 by 56. */
export const FAULT_PICTURES: Readonly<Record<string, FaultPicture>> = {
  sticky: { lines: `${SKIN}M30 8V16M30 16C30 22 27 24 27 27M38 16C38 22 41 24 41 27M26 16H42V8`, tint: 'M4 27H92V31H4Z' },
  'soft-through': { lines: `${PLIES}M4 27H36C42 27 42 36 48 36C54 36 54 27 60 27H92M48 8V30M44 24L48 30L52 24` },
  'soft-streaks': { lines: `${PLAN}`, tint: 'M14 14L40 46H52L26 14ZM50 14L76 46H82L60 14Z' },
  'white-patches': { lines: `${PLAN}M30 20L40 30M36 18L46 28M58 32L68 42M64 30L74 40`, tint: `${dot(38, 24, 11)}${dot(66, 36, 10)}` },
  'amber-glassy': { lines: SKIN, dark: 'M26 27C34 19 62 19 70 27Z' },
  'bubbles-under': { lines: `${SKIN}M20 34C24 26 36 26 40 34M54 34C58 26 70 26 74 34` },
  'bubbles-fine': { lines: SKIN, dark: dots([[16, 31, 1.6], [24, 38, 1.4], [33, 30, 1.8], [42, 44, 1.5], [50, 31, 1.6], [58, 38, 1.5], [67, 30, 1.8], [76, 45, 1.4], [84, 31, 1.6], [30, 45, 1.4], [64, 45, 1.5]]) },
  cloudy: { lines: `${SKIN}M24 20C20 20 20 14 26 14C28 8 38 8 40 13C48 11 50 20 44 20Z`, tint: 'M4 27H92V34H4Z' },
  browned: { lines: `${SKIN}M30 22C26 16 34 14 30 8M46 22C42 16 50 14 46 8M62 22C58 16 66 14 62 8M40 28L46 36L42 42L50 48`, dark: 'M22 28H74V33H22Z' },
  print: { lines: `${PLIES}M4 27C8 24 12 24 16 27C20 30 24 30 28 27C32 24 36 24 40 27C44 30 48 30 52 27C56 24 60 24 64 27C68 30 72 30 76 27C80 24 84 24 92 27` },
  'core-melted': { lines: 'M4 14H92M4 20H92M4 42H92M4 48H92M30 20C32 34 44 38 50 36C58 34 64 30 66 20', tint: 'M30 20C32 34 44 38 50 36C58 34 64 30 66 20Z' },
  'gelled-early': { lines: `${SKIN}M20 16H52V10H20ZM52 13H64V6M24 16C24 22 22 24 22 27M34 16C34 21 36 24 36 27M46 16C46 22 44 24 44 27`, dark: dots([[30, 26, 2.4], [58, 25, 2.8], [72, 26, 2.2]]) },
  'edge-lifts': { lines: 'M4 34H92M4 41H92M20 34V29H56C66 29 74 26 84 16M22 29C40 27 60 27 84 22' },
  'patch-blown': { lines: 'M4 34H92M4 41H92M18 34C30 34 30 14 48 14C66 14 66 34 78 34M40 30V22M48 30V20M56 30V22' },
  'peels-clean': { lines: 'M4 38H92M4 45H92M20 14L76 26M18 20L74 32M20 14L18 20M76 26L74 32' },
  'dull-tap': { lines: `${SKIN}M58 6L50 22M50 22H46M62 12C68 14 68 20 64 24`, tint: 'M34 34H64V37H34Z' },
  blisters: { lines: `${PLIES}M4 27H16C18 18 30 18 32 27H44C46 20 56 20 58 27H68C70 17 82 17 84 27H92`, dark: `${dot(24, 24, 2)}${dot(76, 24, 2.4)}` },
  ring: { lines: `${PLAN}${OVAL}`, tint: 'M8 8H40L24 50H8Z' },
  hairline: { lines: `${PLAN}M24 29C24 22 32 16 48 16L53 15L60 18L66 19L72 28L71 33L66 38L58 42L48 42L42 43L34 39L27 36Z` },
  'star-again': { lines: `${PLAN}M48 29L48 12M48 29L64 20M48 29L70 36M48 29L52 46M48 29L32 42M48 29L26 26M48 29L36 14` },
  'filler-cracks': { lines: `${SKIN}M40 27L44 33L41 38M54 27L51 32L55 37`, tint: 'M28 27C34 40 62 40 68 27Z' },
  'filler-dip': { lines: `${PLIES}M4 27H24C34 27 38 33 48 33C58 33 62 27 72 27H92M10 24H86` },
  'rounded-edges': { lines: 'M4 16H56C72 16 78 24 78 50M4 16M56 16H78V32' },
  twisted: { lines: 'M8 38C30 38 60 30 88 14M8 46C30 46 60 44 88 40M8 38V46M88 14V40' },
  pinholes: { lines: PLAN, dark: dots([[20, 16, 1.5], [31, 24, 1.5], [44, 18, 1.5], [56, 28, 1.5], [68, 18, 1.5], [78, 32, 1.5], [26, 38, 1.5], [48, 40, 1.5], [66, 42, 1.5], [38, 31, 1.5]]) },
  sags: { lines: 'M10 8H86M10 8V22C10 30 22 30 22 22C24 40 40 40 40 26C42 34 54 34 54 24C56 46 74 46 74 24C76 30 86 30 86 20V8' },
  'fish-eyes': { lines: `${PLAN}${dots([[28, 22, 6], [56, 18, 4.5], [70, 36, 7], [40, 40, 5]])}`, dark: dots([[28, 22, 1.5], [56, 18, 1.2], [70, 36, 1.6], [40, 40, 1.3]]) },
  'greasy-film': { lines: `${SKIN}M16 20C16 14 26 14 26 20Z M44 21C44 13 58 13 58 21Z M74 20C74 15 82 15 82 20Z`, tint: 'M4 23H92V27H4Z' },
  'gel-soft': { lines: `${SKIN}M40 12L48 24L56 12M34 27C42 34 54 34 62 27`, tint: 'M4 27H92V31H4Z' },
  'gel-peels': { lines: 'M4 34H92M4 41H92M4 48H92M4 30H34L38 24M44 20L60 14L62 18L46 24ZM70 30H92' },
  wrinkled: { lines: `${PLIES}M4 27C10 18 14 34 20 25C26 16 30 34 36 25C42 17 46 34 52 25C58 16 62 34 68 25C74 18 78 33 92 26` },
  scratches: { lines: `${PLAN}M14 40L70 14M20 46L80 18M30 48L84 24M14 30L50 12` },
  through: { lines: `${PLAN}${OVAL}`, dark: 'M48 22C58 22 62 26 62 29C62 32 58 36 48 36C38 36 34 32 34 29C34 26 38 22 48 22' },
  'colour-off': { lines: `${PLAN}${OVAL}`, tint: OVAL },
  'colour-lamp': { lines: `M20 12V4M20 36V44M8 24H0M40 24H32M12 16L7 11M28 16L33 11${dot(20, 24, 8)}M66 8H82L78 24H70ZM74 24V30M60 48H90` , tint: 'M62 34H88V46H62Z' },
  yellowed: { lines: `${SKIN}M74 10V4M74 22V26M64 14H60M84 14H88${dot(74, 14, 5)}`, tint: 'M4 27H92V34H4Z' },
}; // prettier-ignore
