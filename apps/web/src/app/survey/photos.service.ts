import { Injectable, inject } from '@angular/core';
import type { Photo } from '@ashstep/contract';
import type { LaidPhoto } from '@ashstep/core/repair';
import { Observable } from 'rxjs';
import { Outbox } from '../outbox/outbox.service';
import { Api } from '../platform/api';
import type { SquareUpReply, SquareUpRequest } from './square-up.worker';

/** Letters the name of a picture has at the most. */
const NAME_MOST = 120;

/** Photographs kept with a repair, and squaring one up beside the page. */
@Injectable({ providedIn: 'root' })
export class PhotosService {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);

  list(repairId: string): Observable<Photo[]> {
    return this.api.get<Photo[]>(`/repairs/${repairId}/photos`);
  }

  /** Keeps a picture on the device until the server has it, and gives what it has then. */
  add(repairId: string, file: File, name = file.name.replace(/\.[^.]*$/, '')): Observable<Photo[]> {
    return this.outbox.ask({ kind: 'photo', name: name.slice(0, NAME_MOST) || 'Photograph', file }, repairId);
  }

  remove(repairId: string, photoId: string): Observable<Photo[]> {
    return this.api.send<Photo[]>('DELETE', `/repairs/${repairId}/photos/${photoId}`);
  }

  address(repairId: string, photoId: string): string {
    return `/api/repairs/${repairId}/photos/${photoId}`;
  }

  /** Squares a picture up; unsubscribing ends the work. */
  squareUp(repairId: string, { id, corners, widthMm, heightMm }: LaidPhoto): Observable<SquareUpReply> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./square-up.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SquareUpReply>) => {
        subscriber.next(data);
        if (!('share' in data)) subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage({ address: this.address(repairId, id), corners, widthMm, heightMm } satisfies SquareUpRequest);
      return () => worker.terminate();
    });
  }
}
