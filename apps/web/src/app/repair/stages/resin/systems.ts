import { inject } from '@angular/core';
import { isOwn } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core/repair';
import { type Hardener, type SystemCard, hardens, systemOf } from '@ashstep/core/resin';
import { LibraryService } from '../../../library/library.service';
import { Clock } from '../../../platform/clock';
import { RepairStore } from '../../repair.store';

type Chosen = RepairInputs['resin'];

/** Systems and hardeners a job can take. To be made where things are injected. */
export class Systems {
  private readonly library = inject(LibraryService);
  private readonly store = inject(RepairStore);
  private readonly clock = inject(Clock);

  /** Of a family: shipped, the shop's own, and the one taken before even if it has been retired since. */
  of(family: string, { own }: Chosen): readonly SystemCard[] {
    const systems = this.library.systems();
    const all = own && !systems.some((system) => system.id === own.id) ? [own, ...systems] : systems;
    return all.filter((system) => system.family === family);
  }

  all(): readonly SystemCard[] {
    return this.library.systems();
  }

  /** What the shelf has of a family, in a line that is always there: no button moves under a finger when the shelf has been read. */
  shelfOf(family: string, chosen: Chosen): string {
    const here = this.of(family, chosen).flatMap(({ id, name }) => {
      const left = this.onShelf(id);
      return left === null ? [] : [`${name} ${left}`];
    });
    return `On the shelf: ${here.length > 0 ? here.join(', ') : 'none in date'}.`;
  }

  /** An own card is kept with the job as it is now. */
  choose(card: SystemCard, { hardener }: Chosen): void {
    this.store.edit('resin', {
      systemId: card.id,
      own: isOwn(card.id) ? card : undefined,
      hardener: hardener && hardens(hardener, card.family) ? hardener : undefined,
    });
  }

  /** Hardeners that set the chosen resin, and the one taken before even if it has been retired since. */
  hardeners({ systemId, own, hardener }: Chosen): readonly Hardener[] {
    if (systemId === null) return [];
    const { family } = systemOf(systemId, own);
    const offered = this.library.hardeners().filter((entry) => hardens(entry, family));
    return hardener && !offered.some((entry) => entry.id === hardener.id) ? [hardener, ...offered] : offered;
  }

  /** How much resin of a system the shelf has in date, g or ml as it is sold; null for none. */
  private onShelf(id: string): string | null {
    const today = this.clock.now().slice(0, 10);
    const lots = this.library.lots().filter((lot) => lot.kind === 'system' && lot.part === 'resin' && lot.entryId === id && !lot.usedUp && lot.packs > 0 && (lot.expiresOn === null || lot.expiresOn >= today)); // prettier-ignore
    const left = lots.reduce(
      (sum, { packSize, packs, drawnG }) => sum + Math.max(0, packSize * packs - (drawnG ?? 0)),
      0,
    );
    return left > 0 ? `${(left / 1000).toFixed(left < 10_000 ? 1 : 0)} ${lots[0]!.unit === 'ml' ? 'l' : 'kg'}` : null;
  }
}
