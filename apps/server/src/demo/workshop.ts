import { createHash } from 'node:crypto';
import type { CraftBody, Person } from '@ashstep/contract';
import { type ShopSettings, USUAL_SHOP } from '@ashstep/core/plan';

/** The same name always gives the same id, so that loading the demo twice changes nothing. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`fennick sound ${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

export const SHOP_NAME = 'Fennick Sound Repair Shed';

const person = (login: string, name: string, role: Person['role']): Person & { login: string } => ({
  id: demoId(login),
  login,
  name,
  role,
  units: 'metric',
});

export const PEOPLE = {
  ilse: person('ilse', 'Ilse Varga', 'technician'),
  tomas: person('tomas', 'Tomas Quill', 'technician'),
  maren: person('maren', 'Maren Okafor', 'inspector'),
  ruben: person('ruben', 'Ruben Saito', 'manager'),
};

const craft = (
  tag: string,
  name: string,
  kind: CraftBody['kind'],
  year: number,
  construction: string,
  notes = '',
): CraftBody => ({ id: demoId(`craft ${tag}`), tag, name, kind, year, construction, notes });

export const CRAFT = {
  launch: craft(
    'PL-2',
    'Patrol launch',
    'boat',
    2009,
    'Polyester/glass solid laminate, 9 mm',
    'Bottom barrier paint, gel coat above.',
  ),
  board: craft(
    'RB-07',
    'Rescue board',
    'board',
    2019,
    'EPS core, epoxy/glass 2 × 203 g/m²',
    'Painted nose. Vent screw by the handle.',
  ),
  four: craft('Heron', 'Coxed rowing four', 'paddle', 2016, 'Carbon/epoxy skins on PVC foam'),
  tractor: craft('TR-1', 'Beach tractor, cab roof', 'vehicle', 1998, 'Polyester mat, 4 mm', 'Painted twice.'),
  tub: craft('SY-3', 'Sand yacht, seat tub', 'vehicle', 2021, 'Vinylester/glass 5 mm, aramid tape edge'),
  sled: craft('SK-4', 'Rescue sled, ski type', 'vehicle', 2014, 'Polyester/glass, gel coat'),
  dinghy: craft('DG-3', 'Safety dinghy', 'boat', 2011, 'Polyester/glass, 5.4 mm', 'Fittings of the old tiller moved.'),
  workboat: craft('WB-5', 'Work boat', 'boat', 2007, 'Polyester/glass skins on PVC foam, 15 mm'),
  tank: craft('TK-1', 'Rinse tank', 'other', 2005, 'Vinylester/glass, 6 mm'),
  camper: craft('CV-2', 'Camper, pop-top roof', 'vehicle', 2012, 'Polyester mat, balsa, polyester mat'),
};

/** How the shed runs: two technicians, an inspector in the afternoons, two bays. */
export const SHOP_SETTINGS: ShopSettings = {
  ...USUAL_SHOP,
  bays: 2,
  hands: [
    { id: PEOPLE.ilse.id, skills: ['prepare', 'lay-up', 'finish'] },
    { id: PEOPLE.tomas.id, skills: ['prepare', 'lay-up', 'finish'] },
    { id: PEOPLE.maren.id, skills: ['inspect'], hours: { fromMin: 13 * 60, toMin: 17 * 60, openDays: [1, 3, 5] } },
  ],
  tools: [
    ...USUAL_SHOP.tools,
    { kind: 'pump', name: 'Epoxy pumps, slow', resinStrokeMl: 20, secondStrokeMl: 7.11, strokePercent: 1 },
    { kind: 'lines', name: 'Syringe, 0.5 ml', stepMl: 0.5, mostMl: 60 },
  ],
};
