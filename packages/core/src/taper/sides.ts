import { type FootprintInput, footprint } from './footprint.js';

export type WorkingSide = 'outside' | 'inside' | 'both';

export interface SidesInput extends Omit<FootprintInput, 'sides'> {
  /** Faces that can be reached. */
  access: 'one' | 'both';
}

/** What a side asks for before it can be worked from. */
export type SideNeed = 'inside-access' | 'backing-outside' | 'backing-inside' | 'second-grind' | 'show-face-taper';

export interface SideOption {
  side: WorkingSide;
  possible: boolean;
  /** Tapered face to face, cut-out included, summed over the faces, mm². */
  footprintMm2: number;
  groundVolumeMm3: number;
  /** Abraded area that shows on the outside, mm²; from inside only the cut-out does. */
  scarMm2: number;
  /** Longest side of that. */
  scarLengthMm: number;
  needs: SideNeed[];
}

const NEEDS: Record<WorkingSide, SideNeed[]> = {
  outside: ['backing-inside', 'show-face-taper'],
  inside: ['inside-access', 'backing-outside'],
  both: ['inside-access', 'second-grind', 'show-face-taper'],
};

/**
 * The same taper worked from outside, from inside, or shared between both faces: what is ground, what shows, what it needs.
 * @throws CoreError as `footprint` does
 */
export function sides({ access, ...taper }: SidesInput): SideOption[] {
  const [one, two] = [footprint({ ...taper, sides: 'one' }), footprint({ ...taper, sides: 'two' })];
  const option = (side: WorkingSide): SideOption => {
    const result = side === 'both' ? two : one;
    const shows = side === 'inside' ? one.cutOut : result.faces[0]!.abraded;
    return {
      side,
      possible: side === 'outside' || access === 'both',
      footprintMm2: result.faces.reduce((sum, face) => sum + face.footprint.areaMm2, 0),
      groundVolumeMm3: result.groundVolumeMm3,
      scarMm2: shows.areaMm2,
      scarLengthMm: Math.max(shows.lengthMm, shows.widthMm),
      needs: NEEDS[side].filter((need) => need !== 'backing-inside' || taper.through !== false),
    };
  };
  return [option('outside'), option('inside'), option('both')];
}
