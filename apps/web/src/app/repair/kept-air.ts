import { inject } from '@angular/core';
import type { AirRead } from '@ashstep/core/repair';
import { Clock } from '../platform/clock';
import { SessionService } from '../platform/session.service';
import { ShopService } from '../shop/shop.service';
import { RepairStore, type RepairState } from './repair.store';

/** What is read off now, by whoever is at work. To be made where things are injected. */
export class KeptAir {
  private readonly store = inject(RepairStore);
  private readonly shop = inject(ShopService);
  private readonly session = inject(SessionService);
  private readonly clock = inject(Clock);

  /** Keeps a reading with its job; the air of the shed serves all that stand in it. */
  keep(
    { detail, inputs }: Pick<RepairState, 'detail' | 'inputs'>,
    figures: Pick<AirRead, 'tempC' | 'humidityPercent' | 'surfaceTempC' | 'instrument'>,
  ): AirRead {
    // prettier-ignore
    const read: AirRead = { ...figures, id: crypto.randomUUID(), place: inputs.days.place ?? 'shed', by: this.session.person?.name ?? '', at: this.clock.now() }; // prettier-ignore
    this.add(read);
    const { at, place, tempC, humidityPercent, instrument } = read;
    if (place === 'shed' && tempC !== null && humidityPercent !== null)
      this.shop.share({ at, tempC, humidityPercent, instrument }, detail.id);
    return read;
  }

  add(read: AirRead): void {
    this.store.edit('air', ({ readings }) => ({ readings: [...readings, read] }));
  }
}
