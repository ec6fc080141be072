import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { filter, map, merge } from 'rxjs';

/** The app has been renewed on the server: said, and taken up when the person likes. */
@Component({
  selector: 'ash-newer-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (newer()) {
      <p role="status">
        A newer Ash Step is here. What you typed stays.
        <button type="button" class="act small" (click)="take()">Take it up</button>
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
      padding: 4px 20px;
      background: var(--ash-2);
      border-bottom: 2px solid var(--ink);
    }
  `,
})
export class NewerNote {
  private readonly updates = inject(SwUpdate);
  readonly newer = toSignal(
    merge(
      this.updates.versionUpdates.pipe(filter(({ type }) => type === 'VERSION_READY')),
      this.updates.unrecoverable,
    ).pipe(map(() => true)),
    { initialValue: false },
  );

  take(): void {
    location.reload();
  }
}
