import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { SectionMaterial } from '@ashstep/core/drawing';
import type { Construction } from '@ashstep/core/material';

/** Id of the hatch for a material; new plies are green, the parent's warm. */
export function hatchOf(
  material: Construction | SectionMaterial,
  options: { fresh: boolean; cover?: boolean; carbon?: boolean; aramid?: boolean },
): string {
  if (options.cover) return 'url(#h-cover)';
  if (options.carbon) return 'url(#h-carbon)';
  if (options.aramid) return 'url(#h-aramid)';
  switch (material) {
    case 'mat':
      return options.fresh ? 'url(#h-new-mat)' : 'url(#h-mat)';
    case 'biaxial45':
      return options.fresh ? 'url(#h-new45)' : 'url(#h-old45)';
    case 'biaxial090':
      return options.fresh ? 'url(#h-new090)' : 'url(#h-old090)';
    case 'ud':
      return options.fresh ? 'url(#h-newud)' : 'url(#h-old090)';
    case 'core':
      return 'url(#h-foam)';
    case 'backing':
      return 'url(#h-backing)';
    case 'finish':
      return 'var(--ink-2)';
    case 'new-finish':
      return 'url(#h-fairing)';
    case 'inner-skin':
      return 'url(#h-old090)';
    case 'roving':
      return options.fresh ? 'url(#h-new090)' : 'url(#h-roving)';
    default:
      return options.fresh ? 'url(#h-new090)' : 'url(#h-old090)';
  }
}

/** Hatch patterns, fixed in size on the screen whatever the zoom; one set for the whole page. */
@Component({
  selector: 'ash-hatches',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="0" height="0" aria-hidden="true" style="position: absolute">
      <defs>
        <pattern id="h-mat" width="36" height="36" patternUnits="userSpaceOnUse">
          <rect width="36" height="36" fill="#E9E4D6" />
          <path
            d="M3 6l4 2M14 3l3-3M24 8l4-1M31 15l-2 4M9 16l-3 3M19 19l4 2M4 28l4-2M14 29l2 4M25 27l4 2M33 31l-3-2M20 10l-2 3M11 23l4 0"
            stroke="#6B6454"
            fill="none"
          />
        </pattern>
        <pattern id="h-roving" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="#DCD5C2" />
          <rect width="3.5" height="3.5" fill="#B9B09A" />
          <rect x="3.5" y="3.5" width="3.5" height="3.5" fill="#B9B09A" />
          <path d="M0 0H7M0 3.5H7M0 0V7M3.5 0V7" stroke="#6F6753" stroke-width=".6" />
        </pattern>
        <pattern id="h-old45" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="#E9E4D6" />
          <path d="M0 0L8 8M8 0L0 8" stroke="#6B6454" stroke-width=".8" />
        </pattern>
        <pattern id="h-old090" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="#E9E4D6" />
          <path d="M0 0H6M0 0V6" stroke="#6B6454" stroke-width=".8" />
        </pattern>
        <pattern id="h-new45" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="#CFE3D9" />
          <path d="M0 0L8 8M8 0L0 8" stroke="#2C7D66" stroke-width=".9" />
        </pattern>
        <pattern id="h-new090" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="#EAF2EC" />
          <path d="M0 0H6M0 0V6" stroke="#2C7D66" stroke-width=".9" />
        </pattern>
        <pattern id="h-newud" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill="#EAF2EC" />
          <path d="M0 2.5H5" stroke="#2C7D66" />
        </pattern>
        <pattern id="h-new-mat" width="36" height="36" patternUnits="userSpaceOnUse">
          <rect width="36" height="36" fill="#CFE3D9" />
          <path
            d="M3 6l4 2M14 3l3-3M24 8l4-1M31 15l-2 4M9 16l-3 3M19 19l4 2M4 28l4-2M14 29l2 4M25 27l4 2M33 31l-3-2M20 10l-2 3M11 23l4 0"
            stroke="#2C7D66"
            fill="none"
          />
        </pattern>
        <pattern id="h-cover" width="4" height="8" patternUnits="userSpaceOnUse">
          <rect width="4" height="8" fill="#9CC7B5" />
          <path d="M0 8L4 0" stroke="#135844" stroke-width=".8" />
        </pattern>
        <pattern id="h-carbon" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="#3D4648" />
          <path d="M0 0H6M0 0V6" stroke="#F6F7F4" stroke-width=".6" />
        </pattern>
        <pattern id="h-aramid" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="#F6E7C9" />
          <path d="M0 2H8M0 4H8M3 0V8M5 0V8" stroke="#744A00" stroke-width=".7" />
        </pattern>
        <pattern id="h-foam" width="12" height="12" patternUnits="userSpaceOnUse">
          <rect width="12" height="12" fill="#ECEEEA" />
          <circle cx="3" cy="3" r="2.5" fill="none" stroke="#565F5D" />
          <circle cx="9" cy="9" r="2.5" fill="none" stroke="#565F5D" />
        </pattern>
        <pattern id="h-fairing" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="#F3DDB2" />
          <circle cx="1.5" cy="1.5" r="1" fill="#744A00" />
          <circle cx="5" cy="5" r="1" fill="#744A00" />
        </pattern>
        <pattern id="h-backing" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" fill="#F6F7F4" />
          <path d="M0 9L9 0" stroke="#565F5D" />
        </pattern>
        <pattern id="h-abraded" width="10" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-28)">
          <rect width="10" height="8" fill="#F0F1EC" />
          <path d="M0 2H6M4 6H10" stroke="#9BA39E" />
        </pattern>
        <pattern id="h-earlier" width="14" height="14" patternUnits="userSpaceOnUse" patternTransform="rotate(60)">
          <path d="M0 7H14" stroke="#6B736E" stroke-width="0.8" />
        </pattern>
        <pattern id="h-cure" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="#F3DDB2" />
          <path d="M0 8L8 0" stroke="#B77A17" stroke-width="1.6" />
        </pattern>
        <pattern id="h-drying" width="12" height="12" patternUnits="userSpaceOnUse">
          <rect width="12" height="12" fill="#E9ECE8" />
          <path d="M4 2c2 3 2 4 0 4s-2-1 0-4M10 8c2 3 2 4 0 4s-2-1 0-4" fill="none" stroke="#565F5D" />
        </pattern>
        <pattern id="h-shut" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" stroke="#C2C8C1" />
        </pattern>
      </defs>
    </svg>
  `,
})
export class Hatches {}
