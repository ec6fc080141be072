import { Pipe, type PipeTransform, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type FormattedQuantity, type QuantityKind, formatQuantity, sayIn } from '@ashstep/core/units';
import { SessionService } from './session.service';

type Formatted<T> = (value: number | null | undefined, kind: QuantityKind, decimals?: number) => T;

/** Figure and unit as the person reads them; decimals are for metric, imperial has its own. */
function inTheirUnits(): Formatted<FormattedQuantity> {
  const units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  return (value, kind, decimals) => formatQuantity(value, kind, units(), units() === 'metric' ? decimals : undefined);
}

/** Working-unit values for sentences made in code, with their unit after a hard space. To be called where things are injected. */
export function quantityText(): Formatted<string> {
  const units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  return (value, kind, decimals) => sayIn(units(), '\u00a0')(value, kind, decimals);
}

/** A working-unit value in the person's units, with its unit after a hard space. */
@Pipe({ name: 'qty', pure: false })
export class QuantityPipe implements PipeTransform {
  readonly transform = quantityText();
}

/** The figure alone, for headline figures whose unit is set smaller. */
@Pipe({ name: 'figure', pure: false })
export class FigurePipe implements PipeTransform {
  private readonly format = inTheirUnits();

  transform(value: number | null | undefined, kind: QuantityKind, decimals?: number): string {
    return this.format(value, kind, decimals).figure;
  }
}

@Pipe({ name: 'unit', pure: false })
export class UnitPipe implements PipeTransform {
  private readonly format = inTheirUnits();

  transform(kind: QuantityKind): string {
    return this.format(0, kind).unit;
  }
}

/** A temperature for the axis of a chart, and the unit it is in. To be called where things are injected. */
export function temperatureAxis(): { of: (tempC: number) => number; unit: () => string } {
  const units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  return {
    of: (tempC) => (units() === 'metric' ? tempC : 1.8 * tempC + 32),
    unit: () => formatQuantity(0, 'temperature', units()).unit,
  };
}
