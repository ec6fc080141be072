/** How bad it is, which sets the rest of the job; from the lightest to what is not for this tool alone. */
export const SEVERITIES = ['finish', 'part', 'through', 'skin', 'separated', 'beyond'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** Structure whose failure kills; `none` for all else. */
export const GRAVE_STRUCTURES = [
  'none',
  'keel',
  'mast-step',
  'chainplate',
  'rudder-stock',
  'frame',
  'fork',
  'seat',
  'steering',
  'crash-structure',
  'pressure-vessel',
  'aircraft',
] as const;
export type GraveStructure = (typeof GRAVE_STRUCTURES)[number];
