import { Injectable } from '@angular/core';
import { EMPTY, Observable, distinctUntilChanged, fromEvent, map, merge, share, startWith, switchMap } from 'rxjs';

export type LiveNews =
  | { kind: 'changed'; repairId: string; version: number }
  /** Hours, hands, forecast, readings, pins or marks of the shop. */
  | { kind: 'shop' }
  /** An instrument of the shed read something, came, went, or is in trouble. */
  | { kind: 'instrument'; said: unknown }
  /** The page was not listening for a while: anything may have changed. */
  | { kind: 'missed' };

/**
 * Changes made by anybody, through any server process, as they happen. Only a page that is being looked at listens: a browser
 * grants few connections to one server, and hidden or shelved pages would use them up. A page that comes back, or whose
 * connection was lost, is told that it missed something. The browser reconnects by itself.
 */
@Injectable({ providedIn: 'root' })
export class LiveService {
  private readonly watched$ = merge(
    fromEvent(document, 'visibilitychange').pipe(map(() => document.visibilityState === 'visible')),
    fromEvent(window, 'pagehide').pipe(map(() => false)),
    fromEvent(window, 'pageshow').pipe(map(() => true)),
  ).pipe(startWith(document.visibilityState === 'visible'), distinctUntilChanged());

  readonly news$ = this.watched$.pipe(
    switchMap((watched, turn) => (watched ? listen(turn > 0) : EMPTY)),
    share(),
  );
}

/** A stream that was refused is asked for again so much later, ms. */
const AGAIN_MS = 5_000;

function listen(wasAway: boolean): Observable<LiveNews> {
  return new Observable<LiveNews>((subscriber) => {
    let source: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    let missed = wasAway;
    const open = (): void => {
      source = new EventSource('/api/stream?ngsw-bypass');
      source.addEventListener('open', () => {
        if (missed) subscriber.next({ kind: 'missed' });
        missed = true;
      });
      source.addEventListener('repair', (event: MessageEvent<string>) =>
        subscriber.next({ kind: 'changed', ...(JSON.parse(event.data) as { repairId: string; version: number }) }),
      );
      source.addEventListener('shop', () => subscriber.next({ kind: 'shop' }));
      source.addEventListener('instrument', (event: MessageEvent<string>) =>
        subscriber.next({ kind: 'instrument', said: JSON.parse(event.data) as unknown }),
      );
      // A browser connects again to what was cut off, but not to what was refused, as without a session.
      source.addEventListener('error', () => {
        if (source.readyState !== EventSource.CLOSED) return;
        missed = true;
        again = setTimeout(open, AGAIN_MS);
      });
    };
    open();
    return () => {
      clearTimeout(again);
      source.close();
    };
  });
}
