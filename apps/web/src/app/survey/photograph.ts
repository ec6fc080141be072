import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type OnDestroy,
  type OnInit,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap';
import type { Photo } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import type { LaidPhoto } from '@ashstep/core/repair';
import { homography } from '@ashstep/core/survey';
import type { Observable, Subscription } from 'rxjs';
import { QuantityField } from '../parts/quantity-field';
import { ApiError } from '../platform/api';
import { WhenPipe } from '../platform/when.pipe';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { PhotosService } from './photos.service';
import { SurveyDesk } from './survey-desk';
import { type LongRun, LongWork } from '../parts/long-work';

/** A fifth length further off than this says that the corners, or the sizes, are wrong, per cent. */
export const CHECK_LIMIT_PERCENT = 2;

/** Photographs of the job; one of them squared up by a rectangle of known size and laid under the drawing to scale. */
@Component({
  selector: 'ash-photograph',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LongWork, QuantityField, WhenPipe],
  template: `
    @for (photo of photos(); track photo.id) {
      <div class="photo">
        <img [src]="address(photo)" [alt]="photo.name" width="96" height="72" loading="lazy" />
        <p>
          <b>{{ photo.name }}</b><br /><span class="quiet">{{ photo.by }}, {{ photo.at | when }}</span>
        </p>
        @if (!disabled()) {
          <div class="row-actions">
            <button type="button" class="act small" (click)="mark(photo)">
              {{ laid()?.id === photo.id ? 'Corners again' : 'Square it up' }}
            </button>
            <button
              type="button"
              class="act small"
              [attr.aria-label]="'Take out ' + photo.name"
              (click)="remove(photo)"
            >
              Take out
            </button>
          </div>
        }
      </div>
    } @empty {
      <p class="quiet">Tape a square of known size beside the damage, photograph it, and trace on the picture.</p>
    }
    <ash-long-work [run]="squareUpRun" doing="Squaring up" enough="Stop" />
    @if (trouble(); as said) {
      <p class="remark" role="alert">{{ said }}</p>
    }
    @if (laid(); as l) {
      @if (check(); as c) {
        <p [class.remark]="c.off">
          <b>{{ c.off ? 'Check again.' : 'Checked.' }}</b> The known {{ c.lengthMm }} mm reads
          {{ c.measuredMm.toFixed(1) }}, {{ abs(c.errorPercent).toFixed(1) }} % off.
          @if (c.off) {
            Mark the corners more closely, or measure the rectangle again.
          }
        </p>
      } @else {
        <p class="remark">Not checked by a fifth length. Lay a rule in the picture and mark it too.</p>
      }
      <div class="fields">
        <ash-quantity
          label="First corner, forward"
          [value]="l.xMm"
          [disabled]="disabled()"
          (valueChange)="move({ xMm: $event! })"
        /><ash-quantity
          label="First corner, up"
          [value]="l.yMm"
          [disabled]="disabled()"
          (valueChange)="move({ yMm: $event! })"
        /><ash-quantity
          label="Turned, °"
          kind="plain"
          [value]="l.turnedDeg"
          [disabled]="disabled()"
          (valueChange)="move({ turnedDeg: $event! })"
        />
      </div>
      @if (!disabled()) {
        <div class="row-actions">
          <button type="button" class="act small" (click)="lift()">Take it from under the drawing</button>
        </div>
      }
    }
    @if (!disabled()) {
      <div class="row-actions">
        <label class="act small"
          >Add a photograph<input
            class="visually-hidden"
            type="file"
            accept="image/jpeg,image/png"
            id="photo-file"
            #file
            (change)="add(file)"
        /></label>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    .photo {
      display: grid;
      grid-template-columns: 96px 1fr;
      gap: 8px 12px;
      align-items: center;
      img {
        object-fit: cover;
        background: var(--ash-2);
      }
      .row-actions {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class Photograph implements OnInit, OnDestroy {
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  private readonly store = inject(RepairStore);
  private readonly desk = inject(SurveyDesk);
  private readonly service = inject(PhotosService);
  private readonly modal = inject(NgbModal);
  private readonly destroyed = inject(DestroyRef);

  readonly photos = signal<readonly Photo[]>([]);
  private readonly share = signal<number | null>(null);
  readonly squareUpRun: LongRun = {
    running: computed(() => this.share() !== null),
    share: computed(() => this.share() ?? 0),
    failed: signal(''),
    stop: () => this.cancel(),
  };
  readonly trouble = signal<string | null>(null);
  readonly abs = Math.abs;
  readonly laid = computed(() => this.state().inputs.survey.photo);
  readonly check = computed(() => {
    const laid = this.laid();
    const check = laid?.check && attempt(() => homography({ ...laid, check: laid.check! }).check).result;
    return check && { ...check, off: Math.abs(check.errorPercent) > CHECK_LIMIT_PERCENT };
  });
  /** All that the squared-up picture depends on; where it lies does not need it squared up again. */
  private readonly squaring = computed(
    () => {
      const laid = this.laid();
      return laid && { repairId: this.state().detail.id, laid };
    },
    { equal: (a, b) => keyOf(a?.laid) === keyOf(b?.laid) },
  );
  private working: Subscription | null = null;

  constructor() {
    effect(() => {
      const wanted = this.squaring();
      untracked(() => {
        this.clear();
        if (wanted) this.squareUp(wanted.repairId, wanted.laid);
      });
    });
    effect(() => {
      const laid = this.laid();
      if (laid)
        untracked(() =>
          this.desk.underlay.update(
            (under) => under && { ...under, xMm: laid.xMm, yMm: laid.yMm, turnedDeg: laid.turnedDeg },
          ),
        );
    });
  }

  ngOnInit(): void {
    this.follow(this.service.list(this.state().detail.id));
  }

  ngOnDestroy(): void {
    this.clear();
  }

  address(photo: Photo): string {
    return this.service.address(this.state().detail.id, photo.id);
  }

  add(field: HTMLInputElement): void {
    const file = field.files?.[0];
    if (file) this.follow(this.service.add(this.state().detail.id, file));
    field.value = '';
  }

  remove(photo: Photo): void {
    if (this.laid()?.id === photo.id) this.lift();
    this.follow(this.service.remove(this.state().detail.id, photo.id));
  }

  async mark(photo: Photo): Promise<void> {
    const { CornerMarker } = await import('./corner-marker');
    const opened = this.modal.open(CornerMarker, { fullscreen: true, ariaLabelledBy: 'corner-title' });
    const marker = opened.componentInstance as InstanceType<typeof CornerMarker>;
    const laid = this.laid();
    marker.begin(photo, this.address(photo), laid?.id === photo.id ? laid : null);
    const marked = (await opened.result.catch(() => null)) as LaidPhoto | null;
    if (marked) this.store.edit('survey', { photo: marked });
  }

  move(patch: Partial<LaidPhoto>): void {
    this.store.edit('survey', ({ photo }) => (photo ? { photo: { ...photo, ...patch } } : {}));
  }

  lift(): void {
    this.store.edit('survey', { photo: null });
  }

  private cancel(): void {
    this.working?.unsubscribe();
    this.share.set(null);
    this.trouble.set('Stopped. Press “Corners again” to square it up.');
  }

  private follow(request: Observable<Photo[]>): void {
    this.trouble.set(null);
    request.pipe(takeUntilDestroyed(this.destroyed)).subscribe({
      next: (photos) => this.photos.set(photos),
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.trouble.set(error.problem.detail);
      },
    });
  }

  private squareUp(repairId: string, laid: LaidPhoto): void {
    this.trouble.set(null);
    this.share.set(0);
    this.working = this.service.squareUp(repairId, laid).subscribe((reply) => {
      if ('share' in reply) return this.share.set(reply.share);
      this.share.set(null);
      if ('failed' in reply)
        return this.trouble.set(
          reply.failed === 'picture'
            ? 'The photograph is not on the server any more. Add it again.'
            : 'These corners make no rectangle. Mark them going round, from the lower left.',
        );
      const { xMm, yMm, turnedDeg } = this.laid() ?? laid;
      this.desk.underlay.set({ href: URL.createObjectURL(reply.picture), frame: reply.frame, xMm, yMm, turnedDeg });
    });
  }

  private clear(): void {
    this.working?.unsubscribe();
    this.share.set(null);
    const under = this.desk.underlay();
    if (under) URL.revokeObjectURL(under.href);
    this.desk.underlay.set(null);
  }
}

const keyOf = (laid: LaidPhoto | null | undefined): string =>
  JSON.stringify(laid && [laid.id, laid.corners, laid.widthMm, laid.heightMm]);
