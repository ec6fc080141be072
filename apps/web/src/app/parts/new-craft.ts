import { inject } from '@angular/core';
import { type CraftBody, sameJson } from '@ashstep/contract';
import { type Observable, map, of, tap } from 'rxjs';
import { Api } from '../platform/api';

/** What a craft may be. */
export const CRAFT_KINDS = { boat: 'Boat', board: 'Board', paddle: 'Paddle craft', vehicle: 'Vehicle', other: 'Other' } as const; // prettier-ignore

/** A craft that comes in with its first job. To be made where things are injected. */
export class NewCraft {
  private readonly api = inject(Api);
  private id = crypto.randomUUID();
  private added: Omit<CraftBody, 'id'> | null = null;

  /** Adds it and gives its id. One that is in already, for only the job was refused, is not added twice; one that has been changed since is another. */
  add(typed: Omit<CraftBody, 'id'>): Observable<string> {
    if (this.added && sameJson(this.added, typed)) return of(this.id);
    if (this.added) [this.id, this.added] = [crypto.randomUUID(), null];
    const { id } = this;
    return this.api.send('POST', '/craft', { id, ...typed }).pipe(
      tap(() => (this.added = typed)),
      map(() => id),
    );
  }
}
