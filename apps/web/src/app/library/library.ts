import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { CORES, FABRICS, GSM_PER_OUNCE_PER_SQUARE_FOOT, GSM_PER_OUNCE_PER_SQUARE_YARD, SYSTEMS, arealWeightOf, laminate } from '@ashstep/core';
import { Header } from '../parts/header';
import { QuantityPipe } from '../platform/quantity.pipe';

const OUNCE_GSM = { 'oz/yd2': GSM_PER_OUNCE_PER_SQUARE_YARD, 'oz/ft2': GSM_PER_OUNCE_PER_SQUARE_FOOT } as const;

@Component({
  selector: 'ash-library',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, QuantityPipe],
  template: `
    <ash-header><span class="quiet">What the shed builds with</span></ash-header>
    <main id="main" class="page">
      <h1>Library</h1>
      <div class="field find"><label for="find">Find a fabric</label><input id="find" type="search" [value]="text()" (input)="text.set($any($event.target).value)" /></div>
      <section aria-labelledby="fabrics">
        <h2 id="fabrics">
          Fabrics <small class="quiet">{{ fabrics().length }}</small>
        </h2>
        <p class="quiet">Ounces: cloth by the square yard, chopped mat by the square foot. The same word, nine times the weight.</p>
        <div class="scroll" tabindex="0" role="region" aria-label="Fabrics">
          <table class="ruled">
            <thead>
              <tr>
                <th>Fabric</th>
                <th class="r">g/m²</th>
                <th class="r">Ounces</th>
                <th class="r">Thick in epoxy</th>
                <th class="r">Resin</th>
              </tr>
            </thead>
            <tbody>
              @for (fabric of fabrics(); track fabric.id) {
                <tr>
                  <td>{{ fabric.name }}</td>
                  <td class="r num">{{ fabric.gsm }}</td>
                  <td class="r num">{{ fabric.ounces }}</td>
                  <td class="r num">{{ fabric.thickness | qty: 'thickness' }}</td>
                  <td class="r num">{{ fabric.resin | qty: 'arealWeight' }}</td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="5">No fabric is called that. Try a weight, or “carbon”.</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      </section>
      <section aria-labelledby="systems">
        <h2 id="systems">Resin systems</h2>
        <div class="scroll" tabindex="0" role="region" aria-label="Resin systems">
          <table class="ruled">
            <thead>
              <tr>
                <th>System</th>
                <th>Second part, per 100</th>
                <th class="r">Pot, 100 g at 22 °C</th>
                <th class="r">Not under</th>
                <th class="r">Sand after</th>
                <th class="r">Full cure</th>
              </tr>
            </thead>
            <tbody>
              @for (s of systems; track s.id) {
                <tr>
                  <td>{{ s.name }}</td>
                  <td class="num">{{ s.kind === 'two-part' ? s.hardenerPer100ByWeight + ' by weight' : s.catalystMinPercent + ' to ' + s.catalystMaxPercent + ' ml' }}</td>
                  <td class="r num">{{ s.potLifeMin }} min</td>
                  <td class="r num">{{ s.minTempC | qty: 'temperature' : 0 }}</td>
                  <td class="r num">{{ s.sandableHours }} h</td>
                  <td class="r num">{{ s.fullCureHours }} h</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      </section>
      <section aria-labelledby="cores">
        <h2 id="cores">Cores</h2>
        <div class="scroll" tabindex="0" role="region" aria-label="Cores">
          <table class="ruled">
            <thead>
              <tr>
                <th>Core</th>
                <th class="r">Density</th>
                <th class="r">Shear modulus</th>
                <th class="r">Service to</th>
                <th>Styrene</th>
              </tr>
            </thead>
            <tbody>
              @for (c of cores; track c.id) {
                <tr>
                  <td>{{ c.name }}</td>
                  <td class="r num">{{ c.densityKgM3 | qty: 'density' }}</td>
                  <td class="r num">{{ c.shearModulusMPa }} MPa</td>
                  <td class="r num">{{ c.serviceTempC | qty: 'temperature' : 0 }}</td>
                  <td>{{ c.styrene }} it</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      </section>
    </main>
  `,
  styles: `
    section {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .scroll {
      overflow: auto;
      max-height: 420px;
      border-top: 1.5px solid var(--ink);
    }
    .find {
      max-width: 340px;
    }
    td,
    th {
      padding-left: 8px !important;
    }
  `,
})
export class Library {
  readonly systems = SYSTEMS;
  readonly cores = CORES;
  readonly text = signal('');
  private readonly all = FABRICS.map((fabric) => {
    const wet = laminate({ layers: [{ fabricId: fabric.id }], resin: 'epoxy' });
    const gsm = arealWeightOf(fabric);
    return { id: fabric.id, name: fabric.name, gsm, ounces: `${(gsm / OUNCE_GSM[fabric.ounceUnit]).toFixed(1)} ${fabric.ounceUnit.replace('2', '²')}`, thickness: wet.thicknessMm, resin: wet.massGsm - gsm };
  });
  readonly fabrics = computed(() => this.all.filter((fabric) => fabric.name.toLowerCase().includes(this.text().trim().toLowerCase())));
}
