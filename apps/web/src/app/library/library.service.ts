import { Injectable, computed, inject, signal } from '@angular/core';
import {
  type ImportReply,
  type LibraryBody,
  type LibraryItem,
  type LibraryKind,
  type LibraryReply,
  type LotBody,
  SHIPPED,
  isOwn,
} from '@ashstep/contract';
import type { Core, Fabric, FabricRef } from '@ashstep/core/material';
import type { Hardener, SystemCard } from '@ashstep/core/resin';
import { type Observable, tap } from 'rxjs';
import { Api, ApiError } from '../platform/api';

/** How a job names a fabric: the shop's own with a copy of it as it is now. */
export const fabricRef = (fabric: Fabric): FabricRef =>
  isOwn(fabric.id) ? { fabricId: fabric.id, own: fabric } : { fabricId: fabric.id };

const NOTHING: LibraryReply = { items: [], lots: [] };

/** The shipped tables and the shop's own entries and lots, read once and kept in step with what is changed here. */
@Injectable({ providedIn: 'root' })
export class LibraryService {
  private readonly api = inject(Api);
  private readonly reply = signal<LibraryReply>(NOTHING);
  private asked = false;

  readonly lots = computed(() => this.reply().lots);
  readonly items = computed<readonly LibraryItem[]>(() => [...this.reply().items, ...SHIPPED]);
  readonly fabrics = computed(() => this.inUse('fabric') as readonly Fabric[]);
  readonly systems = computed(() => this.inUse('system') as readonly SystemCard[]);
  readonly hardeners = computed(() => this.inUse('hardener') as readonly Hardener[]);
  readonly cores = computed(() => this.inUse('core') as readonly Core[]);

  /** Reads the shop's own entries, once; until then, or with no connection, there is the shipped set. */
  ensure(): void {
    if (this.asked) return;
    this.asked = true;
    this.load().subscribe({
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.asked = false;
      },
    });
  }

  load(): Observable<LibraryReply> {
    return this.keep(this.api.get<LibraryReply>('/library'));
  }

  save(body: LibraryBody): Observable<LibraryReply> {
    return this.keep(this.api.send<LibraryReply>('PUT', '/library/entries', body));
  }

  retire(id: string, retired: boolean): Observable<LibraryReply> {
    return this.keep(this.api.send<LibraryReply>('PUT', `/library/entries/${id}/retired`, { retired }));
  }

  saveLot(lot: LotBody): Observable<LibraryReply> {
    return this.keep(this.api.send<LibraryReply>('PUT', '/library/lots', lot));
  }

  useUp(id: string, usedUp: boolean): Observable<LibraryReply> {
    return this.keep(this.api.send<LibraryReply>('PUT', `/library/lots/${id}/used-up`, { usedUp }));
  }

  takeIn(file: unknown): Observable<ImportReply> {
    return this.api
      .send<ImportReply>('POST', '/library/import', file)
      .pipe(tap(({ library }) => this.reply.set(library)));
  }

  /** Entries of a kind that are offered: shipped and own, not retired. */
  inUse(kind: LibraryKind): readonly LibraryItem['entry'][] {
    return this.items()
      .filter((item) => item.kind === kind && item.retired === null)
      .map(({ entry }) => entry);
  }

  private keep(request: Observable<LibraryReply>): Observable<LibraryReply> {
    return request.pipe(tap((reply) => this.reply.set(reply)));
  }
}
