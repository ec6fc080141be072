import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink, RouterLinkActive } from '@angular/router';
import { NgbDropdown, NgbDropdownItem, NgbDropdownMenu, NgbDropdownToggle } from '@ng-bootstrap/ng-bootstrap/dropdown';
import type { UnitSystemName } from '@ashstep/contract';
import { OutboxNote } from '../outbox/outbox-note';
import { Asked } from '../platform/asked';
import { SessionService } from '../platform/session.service';

/** Mark, what this page is about, the places, who is at work. */
@Component({
  selector: 'ash-header',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [OutboxNote, RouterLink, RouterLinkActive, NgbDropdown, NgbDropdownToggle, NgbDropdownMenu, NgbDropdownItem],
  template: `
    <header>
      <a class="mark" routerLink="/" aria-label="Ash Step, to the board">
        <svg viewBox="0 0 36 24" width="36" height="24" aria-hidden="true">
          <path d="M1 6h7v5h5v5h5v5h4v-5h5v-5h5V6h4" fill="none" stroke="var(--ink)" stroke-width="3" />
          <path d="M9 3h17M14 8h8" stroke="var(--ember)" stroke-width="3" />
        </svg>
        <span>Ash Step</span>
      </a>
      <div class="about"><ng-content /></div>
      <nav aria-label="Places">
        <a routerLink="/" routerLinkActive="here" [routerLinkActiveOptions]="{ exact: true }">Board</a
        ><a routerLink="/plan" routerLinkActive="here">Plan</a
        ><a routerLink="/history" routerLinkActive="here">History</a
        ><a routerLink="/library" routerLinkActive="here">Library</a>
      </nav>
      @if (person()) {
        <button
          type="button"
          class="find"
          aria-label="Find anything"
          title="Find anything, key /"
          (click)="asked.find.set(true)"
        >
          <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true">
            <path
              d="M10 4a6 6 0 1 0 0 12a6 6 0 1 0 0 -12M15 15l6 6"
              fill="none"
              stroke="currentColor"
              stroke-width="2.4"
            />
          </svg>
        </button>
      }
      <ng-content select="[headerAction]" />
      @if (person(); as p) {
        <div ngbDropdown placement="bottom-end" class="who">
          <button type="button" class="act small" ngbDropdownToggle>
            {{ initials(p.name) }}<span class="visually-hidden"> {{ p.name }}, units, account and sign out</span>
          </button>
          <div ngbDropdownMenu>
            <p class="name">
              {{ p.name }}<br /><span class="quiet">{{ p.role }}</span>
            </p>
            <button ngbDropdownItem type="button" (click)="setUnits(p.units === 'metric' ? 'imperial' : 'metric')">
              {{ p.units === 'metric' ? 'Read in inches and ounces' : 'Read in millimetres and grams' }}
            </button>
            <a ngbDropdownItem routerLink="/shop">The shed</a>
            <a ngbDropdownItem routerLink="/account">{{
              p.role === 'manager' ? 'Your account, people' : 'Your account'
            }}</a>
            <button ngbDropdownItem type="button" (click)="signOut()">Sign out</button>
          </div>
        </div>
      }
    </header>
    <ash-outbox-note />
  `,
  styles: `
    header {
      display: flex;
      align-items: center;
      gap: 16px;
      min-height: 54px;
      padding: 0 20px;
      background: var(--sheet);
      border-bottom: 2px solid var(--ink);
    }
    .mark {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 44px;
      font: 680 18px/1 var(--head);
      font-stretch: 92%;
      text-decoration: none;
      white-space: nowrap;
    }
    .find {
      min-width: 44px;
      min-height: 44px;
      border: 0;
      background: none;
      color: var(--ink);
      cursor: pointer;
    }
    .find:hover {
      background: var(--ash-2);
    }
    .about {
      flex: 1 1 auto;
      min-width: 0;
    }
    nav {
      display: flex;
    }
    nav a {
      display: flex;
      align-items: center;
      min-height: 48px;
      padding: 0 10px;
      font: 600 15px/1 var(--head);
      font-stretch: 90%;
      text-decoration: none;
    }
    nav a.here {
      box-shadow: inset 0 -4px 0 var(--ink);
    }
    nav a:hover {
      background: var(--ash-2);
    }
    .name {
      padding: 6px 16px;
      border-bottom: 1px solid var(--ash-3);
    }
    .dropdown-item {
      min-height: 44px;
    }
    @media (max-width: 820px) {
      header {
        flex-wrap: wrap;
        gap: 8px;
        padding: 0 12px;
      }
      .about {
        order: 5;
        flex-basis: 100%;
        padding-bottom: 6px;
      }
      .mark span {
        display: none;
      }
      nav {
        margin-left: auto;
      }
    }
    @media (max-width: 480px) {
      nav a {
        padding: 0 7px;
        font-size: 14px;
      }
    }
  `,
})
export class Header {
  readonly asked = inject(Asked);
  private readonly session = inject(SessionService);
  private readonly router = inject(Router);
  readonly person = toSignal(this.session.person$);

  initials(name: string): string {
    return name
      .split(' ')
      .map((part) => part[0])
      .join('')
      .slice(0, 2);
  }

  setUnits(units: UnitSystemName): void {
    this.session.setUnits(units).subscribe();
  }

  signOut(): void {
    this.session.signOut().subscribe(() => void this.router.navigateByUrl('/sign-in'));
  }
}
