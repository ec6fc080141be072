import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import { searchTerms } from '@ashstep/contract';
import { Header } from '../parts/header';
import { TextInput } from '../parts/inputs';

/** Every term on the sheet with what it means, found by its own name or by another. */
@Component({
  selector: 'ash-terms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, TextInput],
  template: `
    <ash-header><span class="quiet">What the words mean</span></ash-header>
    <main id="main" class="page">
      <h1>Terms</h1>
      <div class="field">
        <label for="find-term">Find a term</label
        ><input id="find-term" type="search" autocomplete="off" [value]="typed()" (typed)="typed.set($event)" />
      </div>
      <p class="visually-hidden" role="status">{{ found().length }} terms</p>
      <dl>
        @for (term of found(); track term.id) {
          <div>
            <dt>
              {{ term.name }}
              @if (term.also.length > 0) {
                <span class="quiet">also {{ term.also.join(', ') }}</span>
              }
            </dt>
            <dd>{{ term.text }}</dd>
          </div>
        } @empty {
          <p class="quiet">No such term here. Try another word for it.</p>
        }
      </dl>
    </main>
  `,
  styles: `
    dl {
      margin: 16px 0 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
      gap: 16px 24px;
    }
    dt {
      font: 640 16px var(--head);
    }
    dt .quiet {
      font: 400 14px var(--body);
    }
    dd {
      margin: 2px 0 0;
    }
    @media (max-width: 480px) {
      dl {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class TermsPage {
  /** Asked for by the address. */
  readonly q = input<string>();
  readonly typed = linkedSignal(() => this.q() ?? '');
  readonly found = computed(() => searchTerms(this.typed()));
}
