import {
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  computed,
  effect,
  inject,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Observable } from 'rxjs';
import { Outbox } from '../outbox/outbox.service';
import { SessionService } from '../platform/session.service';
import { Entering } from './entering';

/** Asks for the password again where a session has ended under an open page; everything on the page stays as it is. */
@Component({
  selector: 'ash-sign-in-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #dialog aria-labelledby="again-title" (cancel)="$event.preventDefault()">
      @if (expired()) {
        <h2 id="again-title">Sign in again</h2>
        <p>Your session has ended, {{ person()?.name }}. The page stays as it is{{ kept() }}.</p>
        @if (demo(); as account) {
          <button type="button" class="act" (click)="enter(session.signInToDemo(account.id))">
            {{ account.name }}
          </button>
        }
        <form (submit)="signIn($event, login.value, password.value)">
          <div class="field">
            <label for="again-login">Name you sign in with</label
            ><input #login id="again-login" autocomplete="username" required />
          </div>
          <div class="field" [class.wrong]="error()">
            <label for="again-password">Password</label
            ><input #password id="again-password" type="password" autocomplete="current-password" required />
            @if (error()) {
              <span class="error" role="alert">{{ error() }}</span>
            }
          </div>
          <div class="row-actions">
            <button class="do" type="submit" [disabled]="busy()">Sign in</button
            ><button class="act" type="button" (click)="leave()">Somebody else</button>
          </div>
        </form>
      }
    </dialog>
  `,
  styles: `
    dialog {
      width: min(520px, calc(100vw - 24px));
      padding: 20px;
      border: 2px solid var(--ink);
      background: var(--sheet);
      color: var(--ink);
    }
    dialog::backdrop {
      background: rgb(20 22 24 / 55%);
    }
    p {
      margin: 8px 0 16px;
    }
    form {
      display: flex;
      flex-direction: column;
      gap: 12px;
      margin-top: 12px;
    }
    .act {
      width: 100%;
    }
    .row-actions .act {
      width: auto;
    }
  `,
})
export class SignInAgain extends Entering {
  readonly session = inject(SessionService);
  private readonly outbox = inject(Outbox);
  private readonly router = inject(Router);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  readonly expired = toSignal(this.session.expired$, { requireSync: true });
  readonly person = toSignal(this.session.person$);
  private readonly reply = toSignal(this.session.session$);
  /** One press, where the demo offers it and it is the same person. */
  readonly demo = computed(() => this.reply()?.demoAccounts.find(({ id }) => id === this.person()?.id) ?? null);
  readonly kept = computed(() => {
    const count = this.outbox.commands().length;
    return count === 0
      ? ''
      : count === 1
        ? ', and 1 entry is kept here until you are back'
        : `, and ${count} entries are kept here until you are back`;
  });

  constructor() {
    super();
    effect(() => {
      const { nativeElement: dialog } = this.dialog();
      if (this.expired() && !dialog.open) dialog.showModal();
      if (!this.expired() && dialog.open) dialog.close();
    });
  }

  signIn(event: Event, login: string, password: string): void {
    event.preventDefault();
    this.enter(this.session.signIn(login, password));
  }

  enter(request: Observable<unknown>): void {
    this.entering(request, () => this.busy.set(false));
  }

  /** Leaves the page to another person; what is kept waits for the one it belongs to. */
  leave(): void {
    this.session.leave();
    void this.router.navigateByUrl('/sign-in');
  }
}
