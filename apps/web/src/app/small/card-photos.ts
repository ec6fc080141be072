import { ChangeDetectionStrategy, Component, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Photo } from '@ashstep/contract';
import { ApiError } from '../platform/api';
import { WhenPipe } from '../platform/when.pipe';
import { PhotosService } from '../survey/photos.service';

/** Photographs before and after, kept with the job. */
@Component({
  selector: 'ash-card-photos',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WhenPipe],
  template: `
    <div class="photos">
      @for (photo of photos(); track photo.id) {
        <figure>
          <img [src]="service.address(repairId(), photo.id)" [alt]="photo.name" loading="lazy" />
          <figcaption>{{ photo.name }}, {{ photo.at | when }}</figcaption>
        </figure>
      }
    </div>
    @if (trouble(); as said) {
      <p class="remark" role="alert">{{ said }}</p>
    }
    @if (!disabled()) {
      <div class="row-actions">
        @for (which of ['Before', 'After']; track which) {
          <label class="act"
            >{{ which }}: take a picture<input
              #file
              class="visually-hidden"
              type="file"
              accept="image/jpeg,image/png"
              capture="environment"
              (change)="add(which, file)"
          /></label>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .photos {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
      gap: 10px;
    }
    figure {
      margin: 0;
    }
    img {
      width: 100%;
      aspect-ratio: 4 / 3;
      object-fit: cover;
      background: var(--ash-2);
    }
    figcaption {
      font-size: 13px;
    }
  `,
})
export class CardPhotos {
  readonly repairId = input.required<string>();
  readonly disabled = input(false);
  readonly service = inject(PhotosService);
  private readonly gone = takeUntilDestroyed<Photo[]>(inject(DestroyRef));
  readonly photos = signal<readonly Photo[]>([]);
  readonly trouble = signal<string | null>(null);

  constructor() {
    effect(() => {
      this.service.list(this.repairId()).pipe(this.gone).subscribe(this.told);
    });
  }

  /** Adds a picture under what it shows: as it was found, or as it was left. */
  add(which: string, field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    if (!file) return;
    this.service.add(this.repairId(), file, which).pipe(this.gone).subscribe(this.told);
    field.value = '';
  }

  private readonly told = {
    next: (photos: readonly Photo[]): void => {
      this.photos.set(photos);
      this.trouble.set(null);
    },
    error: (error: unknown): void => {
      if (!(error instanceof ApiError)) throw error;
      this.trouble.set(error.problem.detail);
    },
  };
}
