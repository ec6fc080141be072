import { Pipe, type PipeTransform, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type QuantityKind, formatQuantity } from '@ashstep/core';
import { SessionService } from './session.service';

/** A working-unit value in the person's units, with its unit after a hard space. */
@Pipe({ name: 'qty', pure: false })
export class QuantityPipe implements PipeTransform {
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });

  transform(value: number | null | undefined, kind: QuantityKind, decimals?: number): string {
    const { figure, unit } = formatQuantity(value, kind, this.units(), this.units() === 'metric' ? decimals : undefined);
    return unit ? `${figure}\u00a0${unit}` : figure;
  }
}

/** The figure alone, for headline figures whose unit is set smaller. */
@Pipe({ name: 'figure', pure: false })
export class FigurePipe implements PipeTransform {
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });

  transform(value: number | null | undefined, kind: QuantityKind, decimals?: number): string {
    return formatQuantity(value, kind, this.units(), this.units() === 'metric' ? decimals : undefined).figure;
  }
}

@Pipe({ name: 'unit', pure: false })
export class UnitPipe implements PipeTransform {
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });

  transform(kind: QuantityKind): string {
    return formatQuantity(0, kind, this.units()).unit;
  }
}
