import type { PlanDrawing, SectionDrawing } from '@ashstep/core/drawing';

/** Layers of the drawing that can be shown and hidden by their key. */
export type LayerName =
  | 'photo'
  | 'damage'
  | 'earlier'
  | 'taps'
  | 'parent'
  | 'abraded'
  | 'tape'
  | 'patch'
  | 'cover'
  | 'finish'
  | 'backing'
  | 'near';

const LAYER_NAMES: Record<LayerName, string> = {
  photo: 'Photograph',
  damage: 'Fracture',
  earlier: 'Earlier repair',
  taps: 'Readings',
  parent: 'Parent',
  abraded: 'Abraded',
  tape: 'Tape line',
  patch: 'New plies',
  cover: 'Cover ply',
  finish: 'Fairing, finish',
  backing: 'Backing',
  near: 'Near by',
};
const SWATCHES: Record<LayerName, string> = {
  photo: 'var(--ash-3)',
  damage: 'none',
  earlier: 'url(#h-earlier)',
  taps: 'none',
  parent: 'url(#h-mat)',
  abraded: 'url(#h-abraded)',
  tape: '#e3bd82',
  patch: 'url(#h-new45)',
  cover: 'url(#h-cover)',
  finish: 'url(#h-fairing)',
  backing: 'url(#h-backing)',
  near: 'none',
};

/** What was there before the repair; the rest is added. */
export const WAS_THERE: readonly LayerName[] = ['photo', 'damage', 'earlier', 'taps', 'parent', 'abraded', 'tape'];

export interface Layer {
  name: LayerName;
  label: string;
  /** Fill of its swatch in the key. */
  fill: string;
}

/** The layers this drawing has. */
export function layersPresent(
  view: PlanDrawing,
  section: SectionDrawing | null,
  { stage, photo, readings }: { stage: string; photo: boolean; readings: boolean },
): Layer[] {
  const present: LayerName[] = photo ? ['photo', 'damage'] : ['damage'];
  if (view.marks.some((mark) => mark.kind === 'earlier-repair')) present.push('earlier');
  if (readings && stage === 'look') present.push('taps');
  const mapping = present.includes('taps') || photo;
  if (view.rings.length > 0 && !mapping) present.push('parent', 'abraded', 'tape');
  if (view.plies.some((ply) => !ply.cover)) present.push('patch');
  if (view.plies.some((ply) => ply.cover)) present.push('cover');
  if (section?.laid.some((region) => region.material === 'new-finish')) present.push('finish');
  if (section?.ground.some((region) => region.layer === 'backing')) present.push('backing');
  if (view.neighbours.length > 0) present.push('near');
  return present.map((name) => ({ name, label: LAYER_NAMES[name], fill: SWATCHES[name] }));
}

/** What an open part of a stage is about: these layers stay while it is open, the rest is quiet until its key is pressed. */
const ABOUT: Readonly<Record<string, readonly LayerName[]>> = {
  'look/outline': ['photo', 'damage', 'near'],
  'look/spots': ['photo', 'damage', 'near'],
  'look/photograph': ['photo', 'damage'],
  'look/marks': ['photo', 'damage', 'earlier'],
  'look/taps': ['photo', 'damage', 'earlier', 'taps'],
  'look/readings': ['photo', 'damage', 'earlier', 'taps'],
  'laminate/rings': ['parent', 'damage'],
  'laminate/plies': ['parent', 'damage'],
  'taper/sizes': ['damage', 'parent', 'abraded', 'tape', 'near'],
  'taper/margins': ['damage', 'parent', 'abraded', 'tape', 'near'],
  'taper/in-the-way': ['damage', 'parent', 'abraded', 'near'],
  'taper/grind': ['parent', 'near'],
  'finish/fair': ['near'],
  'finish/coat': ['near'],
  'plies/plies': ['patch', 'cover'],
  'plies/cut': ['patch', 'cover'],
  'plies/cover': ['patch', 'cover', 'finish'],
};

/** Where an open part has layers of its own, its name among them; else nothing. */
export const aboutKey = (stage: string, part: string | null): string => {
  const key = `${stage}/${part ?? ''}`;
  return key in ABOUT ? key : '';
};

/** Layers that are hidden while a part is open, but for those a person has turned. */
export const hiddenLayers = (about: string, turned: ReadonlySet<LayerName>): ReadonlySet<LayerName> =>
  new Set((Object.keys(LAYER_NAMES) as LayerName[]).filter((name) => (ABOUT[about]?.includes(name) ?? true) === turned.has(name))); // prettier-ignore
