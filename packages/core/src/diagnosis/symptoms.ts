/** What somebody sees, feels or hears that is wrong. */
export interface Symptom {
  id: string;
  label: string;
  /** Where it is met: laminate and bond, filler and shape, coats, colour. */
  group: 'laminate' | 'bond' | 'shape' | 'coat' | 'colour';
  /** How it looks, in a line. */
  look: string;
}

/** Everything the finder can be asked about. Source: faults named by repairers, with the words they use. */
export const SYMPTOMS: readonly Symptom[] = [
  { id: 'sticky', group: 'laminate', label: 'Sticky after a day', look: 'A glove sticks to it and pulls threads.' },
  { id: 'soft-through', group: 'laminate', label: 'Soft all through', look: 'A nail dents it everywhere, not at the top alone.' },
  { id: 'soft-streaks', group: 'laminate', label: 'Soft in streaks or spots', look: 'Hard beside soft, often where the pot was scraped out.' },
  { id: 'white-patches', group: 'laminate', label: 'White patches in the cloth', look: 'Fibres show white, dry to the touch.' },
  { id: 'amber-glassy', group: 'laminate', label: 'Amber, glassy areas', look: 'Resin stands over the cloth, hard and shiny.' },
  { id: 'bubbles-under', group: 'laminate', label: 'Bubbles under the cloth', look: 'Round or long pale places that do not press out.' },
  { id: 'bubbles-fine', group: 'laminate', label: 'Fine bubbles all over', look: 'Like froth held in the resin.' },
  { id: 'cloudy', group: 'laminate', label: 'Cloudy or milky', look: 'The resin is not clear where it should be.' },
  { id: 'browned', group: 'laminate', label: 'Smoke, browning, scorched', look: 'It smoked, or is brown and cracked in the thick.' },
  { id: 'print', group: 'laminate', label: 'Weave prints through', look: 'The pattern of the cloth or the edge of a ply shows in the finish.' },
  { id: 'core-melted', group: 'laminate', label: 'Core melted or eaten', look: 'The foam is hollow or shrunk under the skin.' },
  { id: 'gelled-early', group: 'laminate', label: 'Set before it was wetted', look: 'Strings and lumps under the roller; dry cloth behind.' },
  { id: 'edge-lifts', group: 'bond', label: 'Edge lifts', look: 'A blade goes under the rim of the patch.' },
  { id: 'patch-blown', group: 'bond', label: 'Patch blown off or domed', look: 'It stands hollow in the middle, seldom at the rim.' },
  { id: 'peels-clean', group: 'bond', label: 'Comes off clean', look: 'The back of it is smooth; nothing of the old laminate on it.' },
  { id: 'dull-tap', group: 'bond', label: 'Dull to the tap', look: 'A tap over the patch sounds dead beside sound laminate.' },
  { id: 'blisters', group: 'bond', label: 'Blisters after a season', look: 'Bumps with liquid, or hollow, under the finish.' },
  { id: 'ring', group: 'shape', label: 'Ring shows through paint', look: 'The outline of the patch in a low light.' },
  { id: 'hairline', group: 'shape', label: 'Hairline round the patch', look: 'A fine crack along the rim after some use.' },
  { id: 'star-again', group: 'shape', label: 'The same cracks again', look: 'Cracks come back where they were mended.' },
  { id: 'filler-cracks', group: 'shape', label: 'Filler cracks', look: 'Cracks in or along the filler.' },
  { id: 'filler-dip', group: 'shape', label: 'A dip where it was fair', look: 'It was level when sanded and is not now.' },
  { id: 'rounded-edges', group: 'shape', label: 'Edges rounded', look: 'A rail, corner or chine has lost its line.' },
  { id: 'twisted', group: 'shape', label: 'Twisted or wrong curve', look: 'The board or panel is not the shape it was.' },
  { id: 'pinholes', group: 'coat', label: 'Pinholes', look: 'Small holes, seen best in one colour of primer.' },
  { id: 'sags', group: 'coat', label: 'Sags and runs', look: 'Curtains or drops on an upright face.' },
  { id: 'fish-eyes', group: 'coat', label: 'Fish-eyes', look: 'Round craters where the coat draws back.' },
  { id: 'greasy-film', group: 'coat', label: 'Greasy film', look: 'It feels like candle, and water beads or lathers on it.' },
  { id: 'gel-soft', group: 'coat', label: 'Gel coat stays soft', look: 'It clogs the paper and takes a nail.' },
  { id: 'gel-peels', group: 'coat', label: 'Gel coat peels off', look: 'It comes off in flakes, clean underneath.' },
  { id: 'wrinkled', group: 'coat', label: 'Wrinkled like a skin', look: 'The coat has drawn up in folds.' },
  { id: 'scratches', group: 'coat', label: 'Scratches show in the gloss', look: 'Lines that no polish takes out.' },
  { id: 'through', group: 'coat', label: 'Sanded through', look: 'What is under the coat shows.' },
  { id: 'colour-off', group: 'colour', label: 'Colour off when cured', look: 'It matched in the cup and does not now.' },
  { id: 'colour-lamp', group: 'colour', label: 'Matches outside, not under the lamp', look: 'Two whites by day, one of them pink at night.' },
  { id: 'yellowed', group: 'colour', label: 'Yellowed or chalky', look: 'It has changed with the months.' },
]; // prettier-ignore
