import { Injectable, inject } from '@angular/core';
import type { Photo } from '@ashstep/contract';
import type { LaidPhoto } from '@ashstep/core/repair';
import { Observable } from 'rxjs';
import { Api } from '../platform/api';
import type { SquareUpReply, SquareUpRequest } from './square-up.worker';

/** Photographs kept with a repair, and squaring one up beside the page. */
@Injectable({ providedIn: 'root' })
export class PhotosService {
  private readonly api = inject(Api);

  list(repairId: string): Observable<Photo[]> {
    return this.api.get<Photo[]>(`/repairs/${repairId}/photos`);
  }

  add(repairId: string, file: File): Observable<Photo[]> {
    const name = file.name.replace(/\.[^.]*$/, '').slice(0, 120) || 'Photograph';
    return this.api.sendFile<Photo[]>(
      `/repairs/${repairId}/photos/${crypto.randomUUID()}?name=${encodeURIComponent(name)}`,
      file,
    );
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
