/** A term of the trade, with what it means where it is used here. */
export interface Term {
  id: string;
  name: string;
  /** What else it is called. */
  also: readonly string[];
  text: string;
}

const term = (id: string, name: string, text: string, ...also: string[]): Term => ({ id, name, also, text });

/** Terms that stand on the sheet, explained. Each in a sentence or two, for one who has not met it. */
export const TERMS: readonly Term[] = [
  term('taper', 'Taper', 'The edge of the cut-out ground back to a long slope, so that the new plies bond over its whole length.', 'scarf', 'bevel'),
  term('ratio', 'Taper ratio', 'How far the slope runs for each millimetre of depth: 12:1 over 5 mm is 60 mm. Longer holds more.', 'scarf ratio'),
  term('cut-out', 'Cut-out', 'What is cut away to sound laminate, larger than the damage that shows.'),
  term('footprint', 'Footprint', 'All that is ground: the cut-out and the slope round it.'),
  term('margin', 'Abraded margin', 'Keyed ground past the slope, for stray fibre and the cover ply. Outside it lies the tape.'),
  term('bonding-face', 'Bonding face', 'The ground the new laminate bonds to. What is glossy, greasy or wet there does not hold.', 'faying surface'),
  term('joint', 'Joint', 'What the slope carries over against what the parent carries before it breaks. 1 is as strong as the parent, by the bond.'),
  term('parent', 'Parent', 'The laminate that is there, round the damage.'),
  term('ply', 'Ply', 'One layer of fabric in its resin.', 'layer'),
  term('cover-ply', 'Cover ply', 'A ply over the whole patch and a little past it, that ties the edges in.'),
  term('stack', 'Stack', 'The plies of the patch in the order they are laid.', 'lay-up'),
  term('step', 'Stepped taper', 'Each ply of the parent laid bare by one step of equal width, in place of a slope.'),
  term('lap', 'Lap patch', 'Plies laid on the abraded surface, well past the last crack, where nothing may be ground away.'),
  term('overlay', 'Overlay', 'A skin added over a whole area, its edges feathered out.'),
  term('soft-spot', 'Soft spot', 'A patch less stiff than the parent in some direction: it flexes and cracks its own finish.'),
  term('hard-spot', 'Hard spot', 'A patch much stiffer than the parent: the laminate beside it works harder and cracks there.'),
  term('twist', 'Twist', 'How stiff a laminate is against being twisted; of bending the part that ±45° plies give.', 'D66'),
  term('bias', 'Bias', 'Cloth cut and laid at 45° to its weave.'),
  term('prime', 'Prime', 'A thin coat of resin on the ground before the first ply, so that it is not starved.', 'wet-out coat'),
  term('peel-ply', 'Peel ply', 'A cloth pressed onto wet resin and pulled off when hard: it leaves an even, clean, rough face.'),
  term('gel', 'Gel', 'The moment resin turns from liquid to jelly. From then on nothing can be laid with it.'),
  term('working-time', 'Working time', 'How long a pot can be used before it thickens: less in a large pot and in the warm.', 'pot life'),
  term('exotherm', 'Exotherm', 'The heat resin makes as it sets. A deep pot or a thick lay-up can smoke, crack and burn.'),
  term('green', 'Green', 'Hard enough not to slide, soft enough to bond to: the next plies go on without sanding.'),
  term('window', 'Window', 'From when to when the next layer bonds by itself. Past it: wash, abrade, wipe.', 'recoat window'),
  term('secondary-bond', 'Secondary bond', 'A bond to cured resin. It holds by its key alone, so all depends on the grinding and the cleaning.'),
  term('go', 'Go', 'Plies laid wet on wet, one after another, before any of them has set.', 'session'),
  term('round', 'Round', 'One thing laid, filled or coated in one go: plug, caps, fairing, a coat.'),
  term('spot', 'Spot', 'One place of damage of a job that has several.'),
  term('sandable', 'Sandable', 'Hard enough to sand without clogging the paper.'),
  term('full-cure', 'Full cure', 'As hard as it gets. Gel coat on epoxy, solvents and full load wait for it; in the cold it may never come.'),
  term('blush', 'Blush', 'A greasy film on cured epoxy. It washes off with water; nothing bonds over it.', 'amine blush'),
  term('dew-point', 'Dew point', 'The temperature at which the air’s water settles. A surface within 3 °C of it is damp, and nothing is laid.'),
  term('catalyst', 'Catalyst', 'Peroxide that sets polyester and vinylester, by per cent: by volume to weight, so 2 % is 20 ml to the kilo. It blinds.', 'hardener of polyester'),
  term('closing', 'Closing from the air', 'Film, wax or mist over polyester that hardens in the open: air keeps its skin sticky. Never between layers.'),
  term('tie-coat', 'Tie coat', 'A coat that bonds to what is under it and to what goes over it, where these two do not hold each other.'),
  term('filler', 'Filler', 'Powder stirred into resin to make a paste: silica to stop it running, hollow spheres to make it light to sand.'),
  term('bedding', 'Bedding', 'Paste a core or plug is set into, so that no air is left under it.'),
  term('core', 'Core', 'Foam, balsa or honeycomb between two skins.'),
  term('disbond', 'Disbond', 'Layers that have come off one another with nothing to see. It sounds dull.', 'delamination'),
  term('back-up', 'Back-up', 'A sheet behind a hole, smooth and released, for the first ply to lie on.', 'backing', 'dam'),
  term('dish', 'Dish and fill', 'A hole bevelled so that the filler is keyed in, with a cap of glass over it.'),
  term('gouge', 'Gouge', 'A furrow or chip in the finish with the fibre under it whole.', 'chip', 'scratch'),
  term('ding', 'Ding', 'A place pressed in by a knock, its skin whole or broken.', 'dent', 'crush'),
  term('countersink', 'Countersink', 'The rim of a drilled hole cut to a cone, so that the plug is held in by its shape. The mouth is its widest.'),
  term('stop-drill', 'Stop-drill', 'A small hole at each end of a crack: it spreads the load, and the crack runs no further.'),
  term('batten', 'Batten', 'A stiff straight strip laid across a place to see, or to sand, what is high and what is low.', 'long board'),
  term('ladder', 'Ladder', 'The grits of a job one after the other, none more than twice the one before.', 'grits'),
  term('fairing', 'Fairing', 'Light paste spread and sanded to an even curve with what is round it.'),
  term('fair', 'Fair', 'Even to the eye and the hand: no high, no low and no line.'),
  term('impressor', 'Impressor', 'A spring-loaded needle that tells how hard a polyester laminate is.'),
  term('shore-d', 'Shore D', 'Hardness of epoxy by a needle gauge; 80 and more is hard.'),
  term('clue', 'Clue', 'Something seen, smelt or read that speaks for one resin or another, with how much it is worth.'),
  term('service', 'Service', 'What the place has to bear, from cosmetic to what lives hang on. It sets how long the taper is.'),
]; // prettier-ignore

/** A term by its id; null where there is none. */
export const termOf = (id: string): Term | null => TERMS.find((one) => one.id === id) ?? null;

/** Terms by the start of a word of their name or of what else they are called; all of them for nothing typed. */
export function searchTerms(typed: string): Term[] {
  const wanted = typed.trim().toLowerCase();
  const starts = (name: string): boolean =>
    name
      .toLowerCase()
      .split(/[\s-]+/)
      .some((word) => word.startsWith(wanted)) || name.toLowerCase().startsWith(wanted);
  return TERMS.filter(({ name, also }) => [name, ...also].some(starts));
}
