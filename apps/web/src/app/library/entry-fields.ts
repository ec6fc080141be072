import type { LibraryKind } from '@ashstep/contract';
import type { PigmentPaste } from '@ashstep/core/colour';
import type { QuantityKind } from '@ashstep/core/units';

/** One field of an entry's form: where it sits in the entry, and how it is typed. */
export type EntryField = { path: string; label: string } & (
  | { type: 'text' }
  | { type: 'figure'; quantity: QuantityKind }
  | { type: 'choice'; options: Readonly<Record<string, string>> }
  | { type: 'tick' }
);

const text = (path: string, label: string): EntryField => ({ path, label, type: 'text' });
const figure = (path: string, label: string, quantity: QuantityKind = 'plain'): EntryField => ({
  path,
  label,
  type: 'figure',
  quantity,
});
const choice = (path: string, label: string, options: Readonly<Record<string, string>>): EntryField => ({
  path,
  label,
  type: 'choice',
  options,
});
const tick = (path: string, label: string): EntryField => ({ path, label, type: 'tick' });

const CONSTRUCTIONS = {
  mat: 'Mat',
  plain: 'Plain weave',
  twill: 'Twill',
  roving: 'Woven roving',
  ud: 'Unidirectional',
  biaxial45: 'Biaxial ±45',
  biaxial090: 'Biaxial 0/90',
};
const FIBRES = { 'e-glass': 'E-glass', 's-glass': 'S-glass', carbon: 'Carbon', aramid: 'Aramid' };

const LAB: readonly EntryField[] = [figure('l', 'L, light'), figure('a', 'a, red'), figure('b', 'b, yellow')];

const CURE: readonly EntryField[] = [
  figure('potLifeMin', 'Pot, 100 g at 22 °C, min'),
  figure('minTempC', 'Not under', 'temperature'),
  figure('maxTempC', 'Not over', 'temperature'),
  figure('sandableHours', 'Sand after, h'),
  figure('fullCureHours', 'Full cure, h'),
  figure('recoatFromHours', 'Next coat from, h'),
  figure('recoatUntilHours', 'Next coat until, h'),
  figure('maxPotG', 'Largest pot', 'mass'),
];
const CARD: readonly EntryField[] = [
  text('name', 'Name'),
  figure('resinDensityGPerMl', 'Resin, g/ml'),
  ...CURE,
  figure('maxSessionMm', 'In one go', 'thickness'),
  figure('tolerancePercent', 'Tolerance, %'),
];
const AMINE: readonly EntryField[] = [
  figure('hardenerPer100ByWeight', 'Hardener per 100, by weight, or the ratio', 'per100'),
  figure('hardenerDensityGPerMl', 'Hardener, g/ml'),
];
const CATALYST: readonly EntryField[] = [
  figure('catalystMinPercent', 'Catalyst from, ml/100 g'),
  figure('catalystMaxPercent', 'Catalyst to, ml/100 g'),
  figure('catalystDensityGPerMl', 'Catalyst, g/ml'),
];

/** The form of an entry: of its kind, and for a resin of its chemistry. */
export function fieldsOf(kind: LibraryKind, entry: object): readonly EntryField[] {
  switch (kind) {
    case 'fabric':
      return [
        text('name', 'Name'),
        ...((entry as { parts: unknown[] }).parts ?? []).flatMap((_, i): EntryField[] => [
          choice(`parts.${i}.construction`, `Part ${i + 1}`, CONSTRUCTIONS),
          choice(`parts.${i}.fibre`, 'Fibre', FIBRES),
          figure(`parts.${i}.arealWeightGsm`, `Weight of part ${i + 1}`, 'arealWeight'),
        ]),
        choice('binder', 'Held by', {
          none: 'Nothing',
          stitched: 'Stitching',
          powder: 'Powder binder',
          emulsion: 'Emulsion binder',
        }),
        choice('ounceUnit', 'Sold in ounces per', { 'oz/yd2': 'Square yard', 'oz/ft2': 'Square foot' }),
      ];
    case 'system':
      return (entry as { kind: string }).kind === 'two-part'
        ? [...CARD, ...AMINE]
        : [...CARD, choice('family', 'Family', { polyester: 'Polyester', vinylester: 'Vinylester' }), ...CATALYST];
    case 'hardener':
      return [text('name', 'Name'), ...((entry as { kind: string }).kind === 'amine' ? [...AMINE, ...CURE] : CATALYST)];
    case 'core':
      return [
        text('name', 'Name'),
        figure('densityKgM3', 'Density', 'density'),
        figure('modulusMPa', 'Modulus, MPa'),
        figure('shearModulusMPa', 'Shear modulus, MPa'),
        figure('serviceTempC', 'Service to', 'temperature'),
        choice('styrene', 'Styrene', { resists: 'Leaves it', softens: 'Softens it', dissolves: 'Dissolves it' }),
        tick('wooden', 'Wood'),
        tick('openCelled', 'Open cells'),
      ];
    case 'filler':
      return [
        text('name', 'Name'),
        choice('purpose', 'For', {
          structural: 'Structural paste',
          strength: 'Strength',
          light: 'Light fairing',
          cheap: 'Cheap fairing',
        }),
        figure('bulkDensityKgM3', 'Loose heap', 'density'),
        text('use', 'Use'),
      ];
    case 'abrasive':
      return [text('name', 'Name'), figure('grit', 'Grit'), tick('wet', 'Used wet')];
    case 'white':
      return [text('name', 'Name'), ...LAB];
    case 'pigment':
      return [
        text('name', 'Name'),
        ...(entry as PigmentPaste).drawdowns.flatMap((_, i): EntryField[] => [
          figure(`drawdowns.${i}.percent`, `Drawdown ${i + 1}, % in white`),
          figure(`drawdowns.${i}.l`, 'L, light'),
          figure(`drawdowns.${i}.a`, 'a, red'),
          figure(`drawdowns.${i}.b`, 'b, yellow'),
        ]),
      ];
  }
}

/** The value at a dotted path. */
export function valueAt(entry: unknown, path: string): unknown {
  return path.split('.').reduce((at: unknown, key) => (at as Record<string, unknown> | undefined)?.[key], entry);
}

/** A copy of the entry with another value at a dotted path. */
export function withValue<T>(entry: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const inner = rest.length === 0 ? value : withValue((entry as Record<string, unknown>)[key], rest.join('.'), value);
  if (Array.isArray(entry)) return entry.map((member: unknown, i) => (String(i) === key ? inner : member)) as T;
  return { ...entry, [key]: inner };
}
