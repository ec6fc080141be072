import { Injectable, computed, inject, signal } from '@angular/core';
import { type FindReply, STAGE_NAMES, TERMS } from '@ashstep/contract';
import { STAGES } from '@ashstep/core/hazards';
import { catchError, of } from 'rxjs';
import { LibraryService } from '../library/library.service';
import { Api } from '../platform/api';
import { opensOn } from '../platform/opens-on';
import { PART_NAMES } from '../repair/stages/part-names';
import { FindIndex, type Findable } from './findable';

const KIND_NAMES: Record<string, string> = {
  fabric: 'fabric',
  system: 'resin',
  hardener: 'hardener',
  core: 'core',
  filler: 'filler',
  abrasive: 'abrasive',
  pigment: 'pigment',
  white: 'white gel coat',
};
const NOTHING: FindReply = { jobs: [], craft: [] };

const action = (name: string, path: string, under = ''): Findable => ({ kind: 'action', name, under, path });
const ACTIONS: readonly Findable[] = [
  action('New job', '/new', 'open a repair'),
  action('Board', '/', 'every open job'),
  action('Plan', '/plan', 'the shed’s days'),
  action('Day sheet', '/plan/day', 'what is done today, to print'),
  action('History', '/history', 'every repair, open and sealed'),
  action('Library', '/library', 'fabrics, resins, lots'),
  action('Bond trials', '/library/trials', 'lap shear coupons'),
  action('Charts', '/charts', 'tables for the wall and the cup'),
  action('Small job', '/small', 'gouge, cracks, ding, holes, on one page'),
  action('What went wrong', '/fault', 'find the cause of a fault'),
  action('Terms', '/library/terms', 'words of the trade'),
  action('The shed', '/shop', 'hours, room, tools, rates'),
  action('Your account', '/account', 'password, people'),
];

/** All that can be gone to: jobs, craft, lots, entries of the library, parts of the job that is open, places and terms. */
@Injectable({ providedIn: 'root' })
export class FindService {
  private readonly api = inject(Api);
  private readonly library = inject(LibraryService);
  private readonly reply = signal<FindReply>(NOTHING);
  /** Address of the job that is open, without its stage; nothing while none is. */
  private readonly job = signal('');

  private readonly everywhere = computed((): Findable[] => [
    ...this.reply().jobs.map(
      (job): Findable => ({ kind: 'job', name: `${job.craftTag} ${job.title}`, under: `${job.craftName}, ${job.technician}, ${job.state}`, path: `/repair/${job.id}/${opensOn(job)}` }), // prettier-ignore
    ),
    ...this.reply().craft.map(({ tag, name }): Findable => ({
      kind: 'craft',
      name: tag,
      under: name,
      path: '/history',
      params: { q: tag },
    })),
    ...this.library.lots().map(({ code, entryId, usedUp }): Findable => ({ kind: 'lot', name: code, under: `${this.nameOf(entryId)}${usedUp ? ', used up' : ''}`, path: '/history', params: { lot: code } })), // prettier-ignore
    ...this.library.items().map(({ kind, entry }): Findable => ({ kind: 'entry', name: entry.name, under: KIND_NAMES[kind] ?? kind, path: '/library', params: { of: kind, q: entry.name } })), // prettier-ignore
    ...ACTIONS,
    ...TERMS.map(
      ({ name, also }): Findable => ({ kind: 'term', name, under: also.join(', '), path: '/library/terms', params: { q: name } }), // prettier-ignore
    ),
  ]);
  private readonly here = computed((): Findable[] => {
    const job = this.job();
    return job === ''
      ? []
      : [
          { kind: 'part' as const, name: 'Bench', under: 'of this job, act by act', path: `${job}/bench` },
          ...STAGES.flatMap((stage) => [
            { kind: 'part' as const, name: STAGE_NAMES[stage], under: 'of this job', path: `${job}/${stage}` },
            ...Object.entries(PART_NAMES[stage]).map(([part, name]) => ({ kind: 'part' as const, name, under: `on ${STAGE_NAMES[stage]}`, path: `${job}/${stage}`, params: { part } })), // prettier-ignore
          ]),
        ];
  });
  private readonly index = computed(() => new FindIndex([...this.here(), ...this.everywhere()]));

  /** Reads anew what the shed has; what was read last is searched until then, and with no connection. */
  refresh(address: string): void {
    this.job.set(/^\/repair\/[^/?]+/.exec(address)?.[0] ?? '');
    this.library.ensure();
    this.api
      .get<FindReply>('/find')
      .pipe(catchError(() => of(null)))
      .subscribe((reply) => reply && this.reply.set(reply));
  }

  find(typed: string, most: number): Findable[] {
    return this.index().find(typed, most);
  }

  private nameOf(entryId: string): string {
    return this.library.items().find(({ entry }) => entry.id === entryId)?.entry.name ?? '';
  }
}
