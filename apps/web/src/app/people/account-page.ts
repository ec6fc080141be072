import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Account, ChangeAccount, MadePassword, Person } from '@ashstep/contract';
import type { Observable } from 'rxjs';
import { Header } from '../parts/header';
import { Api, ApiError } from '../platform/api';
import { SessionService } from '../platform/session.service';
import { WhenPipe, whenText } from '../platform/when.pipe';
import { Clock } from '../platform/clock';
import { DEVICE_NAME_MOST, Device } from '../platform/device';

interface SignedInElsewhere {
  startedAt: number;
  seenAt: number;
}

/** One's own password and other devices; for a manager the accounts of the shed. */
@Component({
  selector: 'ash-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, WhenPipe],
  templateUrl: './account-page.html',
  styles: `
    section,
    form {
      display: flex;
      flex-direction: column;
      align-items: flex-start;
      gap: 12px;
    }
    section {
      padding-block: 16px;
      border-top: 1.5px solid var(--ink);
    }
    form,
    .fields,
    .scroll {
      width: 100%;
    }
    .fields {
      grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
    }
    .last {
      display: block;
      text-decoration: none;
    }
    .gone td {
      text-decoration: line-through;
    }
    .gone td:last-child {
      text-decoration: none;
    }
    td select {
      min-height: 44px;
      padding-inline: 8px;
      border: 1.5px solid var(--ash-4);
      background: var(--sheet);
      color: var(--ink);
    }
    @media (max-width: 820px) {
      thead {
        display: none;
      }
      tr {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        gap: 4px 16px;
        padding-block: 8px;
        border-bottom: 1px solid var(--ash-3);
      }
      .scroll td {
        padding: 0;
        border: 0;
      }
      td:first-child,
      td:last-child {
        flex: 1 0 100%;
      }
      td:first-child {
        font-weight: 600;
      }
    }
  `,
})
export class AccountPage {
  private readonly clock = inject(Clock);
  readonly device = inject(Device);
  readonly nameMost = DEVICE_NAME_MOST;
  private readonly api = inject(Api);
  readonly person = toSignal(inject(SessionService).person$);
  readonly isManager = computed(() => this.person()?.role === 'manager');
  readonly roles: readonly Person['role'][] = ['technician', 'inspector', 'manager'];
  readonly told = signal('');
  private readonly errors = signal<Readonly<Partial<Record<string, string>>>>({});

  readonly current = signal('');
  readonly next = signal('');
  readonly others = signal<SignedInElsewhere[]>([]);
  readonly accounts = signal<Account[]>([]);
  readonly name = signal('');
  readonly login = signal('');
  readonly role = signal<Person['role']>('technician');
  /** A password just made, told once. */
  readonly made = signal<{ name: string; login: string; password: string } | null>(null);
  private newId = crypto.randomUUID();

  constructor() {
    this.hear(this.api.get<SignedInElsewhere[]>('/session/others'), (devices) => this.others.set(devices));
    if (this.isManager()) this.hear(this.api.get<Account[]>('/accounts'), (accounts) => this.accounts.set(accounts));
  }

  changePassword(): void {
    this.hear(
      this.api.send<SignedInElsewhere[]>('PUT', '/session/password', { current: this.current(), next: this.next() }),
      (devices) => {
        this.current.set('');
        this.next.set('');
        this.others.set(devices);
        this.told.set('Your password is changed.');
      },
    );
  }

  endOthers(): void {
    this.hear(this.api.send<SignedInElsewhere[]>('DELETE', '/session/others'), (devices) => {
      this.others.set(devices);
      this.told.set('You are signed in here only.');
    });
  }

  add(): void {
    const [name, login] = [this.name().trim(), this.login().trim().toLowerCase()];
    this.hear(
      this.api.send<MadePassword>('POST', '/accounts', { id: this.newId, name, login, role: this.role() }),
      ({ accounts, password }) => {
        this.newId = crypto.randomUUID();
        this.accounts.set(accounts);
        this.made.set({ name, login, password });
        this.name.set('');
        this.login.set('');
      },
    );
  }

  alter(one: Account, change: ChangeAccount): void {
    this.hear(
      this.api.send<Account[]>('PUT', `/accounts/${one.id}`, change),
      (accounts) => this.accounts.set(accounts),
      // What is shown is what is so: the choice goes back.
      () => this.accounts.update((all) => all.map((known) => ({ ...known }))),
    );
  }

  reset(one: Account): void {
    this.hear(this.api.send<MadePassword>('POST', `/accounts/${one.id}/password`), ({ accounts, password }) => {
      this.accounts.set(accounts);
      this.made.set({ name: one.name, login: one.login, password });
    });
  }

  error(field: string): string | null {
    return this.errors()[field] ?? null;
  }

  when(ms: number): string {
    return whenText(this.clock.at(ms));
  }

  /** What was last done with an account, and by whom. */
  lastChange({ lastChange: last }: Account): string | null {
    if (!last) return null;
    const done =
      last.kind === 'added'
        ? 'Added'
        : last.kind === 'password-reset'
          ? 'New password'
          : last.was?.active !== last.is?.active
            ? last.is?.active
              ? 'Let in again'
              : 'Let in no more'
            : `Made ${last.is?.role}, was ${last.was?.role},`;
    return `${done} by ${last.by}, ${whenText(this.clock.at(last.at))}`;
  }

  valueOf(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }

  roleOf(event: Event): Person['role'] {
    return (event.target as HTMLSelectElement).value as Person['role'];
  }

  private hear<T>(request: Observable<T>, done: (reply: T) => void, refused: () => void = () => undefined): void {
    this.told.set('');
    this.errors.set({});
    request.subscribe({
      next: done,
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        const { detail, fields } = error.problem;
        this.errors.set(Object.fromEntries(fields.map(({ path, message }) => [path, message])));
        if (fields.length === 0) this.told.set(detail);
        refused();
      },
    });
  }
}
