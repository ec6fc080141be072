import { errorWords } from '@ashstep/contract';
import type { CoreError } from '@ashstep/core/errors';
import { CORES } from '@ashstep/core/material';
import type { SmallKind } from '@ashstep/core/repair';
import type { SmallFigures } from '@ashstep/core/small';
import type { QuantityKind } from '@ashstep/core/units';
import type { Option } from '../parts/choice-field';

/** A figure as it stands on the sheet: nothing while nobody has said it. */
export type AskedValue = number | string | boolean | readonly number[] | null | undefined;
export type Asked = Readonly<Record<string, AskedValue>>;

/** Something that is asked of a kind. */
export type AskedField = { key: string; label: string; optional?: true } & (
  | { type: 'quantity'; quantity: QuantityKind }
  | { type: 'choice'; options: readonly Option<string | boolean>[] }
  | { type: 'pick'; options: readonly Option<string | null>[] }
  | { type: 'sizes' }
  | { type: 'text' }
);

const length = (key: string, label: string): AskedField => ({ key, label, type: 'quantity', quantity: 'length' });
const deep = (key: string, label: string): AskedField => ({ key, label, type: 'quantity', quantity: 'thickness' });
const choice = (key: string, label: string, options: readonly Option<string | boolean>[]): AskedField => ({ key, label, type: 'choice', options }); // prettier-ignore
const yesNo = (key: string, label: string, yes = 'Yes', no = 'No'): AskedField => choice(key, label, [{ value: false, label: no }, { value: true, label: yes }]); // prettier-ignore

const COLOUR: AskedField = { key: 'colour', label: 'Colour to match', type: 'text', optional: true };

/** What stands for no core in a list. */
export const NO_CORE = 'none';
const CORE_OPTIONS = [
  { value: NO_CORE, label: 'No core' },
  ...CORES.map(({ id, name }) => ({ value: id, label: name })),
];

/** What is asked of a kind, by what was said already. */
export function askedOf(kind: SmallKind, said: Asked): AskedField[] {
  switch (kind) {
    case 'gouge':
      return [
        length('lengthMm', 'Length'),
        length('widthMm', 'Width'),
        deep('depthMm', 'Deepest'),
        yesNo('reachesFibre', 'Reaches fibre?'),
        COLOUR,
      ];
    case 'cracks':
      return [
        length('cracksMm', 'Cracks in all'),
        length('spreadMm', 'Spread over'),
        choice('cause', 'Why it cracked', [
          { value: 'knock', label: 'A knock' },
          { value: 'hard-spot', label: 'Hard spot behind' },
          { value: 'flex', label: 'The panel flexes' },
        ]),
        ...(said['cause'] === 'flex' ? [deep('thicknessMm', 'Laminate there, thick')] : []),
        COLOUR,
      ];
    case 'ding':
      return [
        length('lengthMm', 'Length'),
        length('widthMm', 'Width'),
        deep('depthMm', 'Deepest'),
        yesNo('skinBroken', 'Skin', 'Broken', 'Whole'),
        ...(said['skinBroken'] === true ? [deep('thicknessMm', 'Skin, thick')] : []),
        { key: 'coreId', label: 'Core under it', type: 'pick', options: CORE_OPTIONS },
        ...(said['coreId'] && said['coreId'] !== NO_CORE ? [deep('coreMm', 'Core, thick')] : []),
        yesNo('wet', 'Within', 'Wet', 'Dry'),
      ];
    case 'holes':
      return [
        { key: 'diametersMm', label: 'Diameters, in the order of the walk', type: 'sizes' },
        deep('thicknessMm', 'Laminate, or as deep as they go'),
        yesNo('through', 'They go', 'Through', 'Blind'),
        ...(said['through'] === true ? [yesNo('bothFaces', 'The far face', 'Reached', 'Not reached')] : []),
      ];
    case 'edge':
      return [
        length('lengthMm', 'Gone along the edge'),
        length('widthMm', 'Gone inwards'),
        deep('thicknessMm', 'Thickness that is missing'),
      ];
    case 'hole':
      return [
        length('sizeMm', 'Across, cut to sound'),
        deep('thicknessMm', 'Laminate, thick'),
        yesNo('bothFaces', 'Worked from', 'Both faces', 'One face'),
      ];
    case 'tube':
      return [
        length('diameterMm', 'Tube, across'),
        length('lengthMm', 'Crack, along it'),
        { key: 'sharePercent', label: 'Of the round, %', type: 'quantity', quantity: 'plain' },
        deep('wallMm', 'Wall, thick'),
        yesNo('carriesPeople', 'Somebody’s life hangs on it: frame, fork, seat, steering'),
      ];
    case 'disbond':
      return [
        length('lengthMm', 'Dull by taps, along'),
        length('widthMm', 'Dull by taps, across'),
        deep('gapMm', 'Gap between, about'),
        yesNo('wet', 'Within', 'Wet', 'Dry'),
      ];
    case 'coat':
      return [
        choice('coat', 'What goes on', [
          { value: 'seal', label: 'Sealing coat' },
          { value: 'gelcoat', label: 'Gel coat' },
          { value: 'fairing', label: 'Fairing' },
        ]),
        length('lengthMm', 'Area, along'),
        length('widthMm', 'Area, across'),
        ...(said['coat'] === 'fairing' ? [deep('lowMm', 'Lowest place')] : []),
      ];
  }
}

/** Kinds that may have more places of their like. */
export const hasPlaces = (kind: SmallKind): kind is 'gouge' | 'ding' => kind === 'gouge' || kind === 'ding';

export const isSaid = (value: AskedValue): boolean => value !== undefined && value !== null && value !== '';

/** Labels of what nobody has said yet. */
export const missingOf = (kind: SmallKind, said: Asked): string[] =>
  askedOf(kind, said)
    .filter(({ key, optional }) => !optional && !isSaid(said[key]))
    .map(({ label }) => label);

/** The figures of each kind, asked or not. */
const FIGURES: Readonly<Record<SmallKind, readonly string[]>> = {
  gouge: ['lengthMm', 'widthMm', 'depthMm', 'reachesFibre', 'colour'],
  cracks: ['cracksMm', 'spreadMm', 'cause', 'thicknessMm', 'colour'],
  ding: ['lengthMm', 'widthMm', 'depthMm', 'skinBroken', 'thicknessMm', 'coreId', 'coreMm', 'wet'],
  holes: ['diametersMm', 'thicknessMm', 'through', 'bothFaces'],
  edge: ['lengthMm', 'widthMm', 'thicknessMm'],
  hole: ['sizeMm', 'thicknessMm', 'bothFaces'],
  tube: ['diameterMm', 'lengthMm', 'sharePercent', 'wallMm', 'carriesPeople'],
  disbond: ['lengthMm', 'widthMm', 'gapMm', 'wet'],
  coat: ['lengthMm', 'widthMm', 'coat', 'lowMm'],
};

/** What fields that are not asked of a kind stand at. */
const NOT_ASKED: Asked = { thicknessMm: null, coreMm: null, lowMm: 0, bothFaces: false, colour: '' };

/** The figures of a kind, of all that was said; to be asked for once nothing is missing. */
export function figuresFrom(
  kind: SmallKind,
  said: Asked,
  more: Extract<SmallFigures, { kind: 'gouge' }>['more'],
): SmallFigures {
  // prettier-ignore
  const asked = new Set(askedOf(kind, said).map(({ key }) => key));
  const of = (key: string): AskedValue => {
    const value = asked.has(key) && said[key] !== undefined ? said[key] : NOT_ASKED[key];
    return key === 'coreId' && value === NO_CORE ? null : value;
  };
  const figures = Object.fromEntries(FIGURES[kind].map((key) => [key, of(key)]));
  return { kind, ...figures, ...(hasPlaces(kind) ? { more } : {}) } as unknown as SmallFigures;
}

/** What the sheet shows of figures that are known. */
export function askedFrom(figures: SmallFigures): Asked {
  const { kind: _, ...rest } = figures;
  const said = Object.fromEntries(Object.entries(rest).filter(([key]) => key !== 'more')) as Asked;
  return figures.kind === 'ding' ? { ...said, coreId: figures.coreId ?? NO_CORE } : said;
}

/** What the core says of a figure, at the field it stands in. */
export const figureError = ({ code, field, params }: CoreError): Record<string, string> => ({ [field.startsWith('diametersMm') ? 'diametersMm' : field]: errorWords(code, params) }); // prettier-ignore
