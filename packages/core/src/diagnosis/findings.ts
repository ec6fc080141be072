/** Something that can be looked at, or that the job's own record tells, and that speaks for one cause and against another. */
export interface Finding {
  id: string;
  label: string;
  /** Told by the record where it can be; looked at or tried by a person otherwise. */
  from: 'record' | 'look';
  /** What to do to find out. */
  how: string;
  /** Chance of finding it where the cause has nothing to do with it. */
  usual: number;
}

/** Source: what repairers look at and try when a repair has gone wrong; the chances are judgement of the trade. */
export const FINDINGS: readonly Finding[] = [
  { id: 'mix-off', from: 'record', usual: 0.05, label: 'A pot was weighed off its ratio', how: 'Look at what was weighed for each pot.' },
  { id: 'not-weighed', from: 'record', usual: 0.25, label: 'A pot was not weighed', how: 'Is there a pot without grams in the log?' },
  { id: 'cold', from: 'record', usual: 0.12, label: 'Colder than the resin wants', how: 'Look at the readings of air and surface since it was laid.' },
  { id: 'hot', from: 'record', usual: 0.08, label: 'Hotter than the pot was planned for', how: 'Look at the readings while it was laid.' },
  { id: 'warming', from: 'record', usual: 0.15, label: 'It grew warmer while it set', how: 'Was it laid in the morning, or did the sun come round?' },
  { id: 'damp', from: 'record', usual: 0.12, label: 'Surface near the dew point', how: 'Look at the dew point against the surface when it was laid.' },
  { id: 'lot-old', from: 'record', usual: 0.05, label: 'A lot past its date', how: 'Look at the lots on the log.' },
  { id: 'late-ply', from: 'record', usual: 0.05, label: 'A ply was begun after the last start', how: 'Hold the times of the plies against their pots.' },
  { id: 'large-pot', from: 'record', usual: 0.08, label: 'A pot larger than was planned', how: 'Look at the grams and when it was poured out.' },
  { id: 'thick-go', from: 'record', usual: 0.06, label: 'Much laid or filled in one go', how: 'How thick was it at once?' },
  { id: 'worked-early', from: 'record', usual: 0.1, label: 'Worked on before it was cured', how: 'Hold the time of sanding or coating against the cure.' },
  { id: 'window-past', from: 'record', usual: 0.08, label: 'Next coat after the window, not abraded', how: 'Hold the times of the two rounds against each other.' },
  { id: 'prep-open', from: 'record', usual: 0.15, label: 'Preparation not signed, or in part', how: 'Look at the checks before the lay-up.' },
  { id: 'wash-open', from: 'record', usual: 0.2, label: 'No wash before it was abraded', how: 'Look for the wash in the log.' },
  { id: 'blush-open', from: 'record', usual: 0.25, label: 'Epoxy not washed before the next coat', how: 'Look for the wash with water in the log.' },
  { id: 'no-cover', from: 'record', usual: 0.15, label: 'Last coat without wax or film', how: 'What was the last coat closed with?' },
  { id: 'epoxy-under', from: 'record', usual: 0.15, label: 'Gel coat or polyester over epoxy', how: 'Hold the resins of the rounds against each other.' },
  { id: 'binder', from: 'record', usual: 0.1, label: 'Mat with a binder under epoxy', how: 'Which mat was it, and which resin?' },
  { id: 'styrene-foam', from: 'record', usual: 0.05, label: 'Styrene on a foam it dissolves', how: 'Which core is it, and which resin?' },
  { id: 'ratio-short', from: 'record', usual: 0.08, label: 'Taper shorter than it should be', how: 'Hold the taper against the one for the load.' },
  { id: 'stiffer', from: 'record', usual: 0.12, label: 'Patch much stiffer than its parent', how: 'Look at patch over parent.' },
  { id: 'wet-core', from: 'record', usual: 0.08, label: 'Moisture high when it was closed', how: 'Look at the last moisture reading before the lay-up.' },
  { id: 'polyester-filler', from: 'record', usual: 0.15, label: 'Polyester filler where it flexes', how: 'Which filler, and does the panel move there?' },
  { id: 'grits-jumped', from: 'record', usual: 0.12, label: 'A grit was left out', how: 'Look at the grits that were ticked.' },
  { id: 'other-can', from: 'record', usual: 0.04, label: 'Hardener of another product', how: 'Hold the two lots and labels against each other.' },
  { id: 'no-flash', from: 'record', usual: 0.1, label: 'Resin on within minutes of the wipe', how: 'Hold the time of the wipe against the first pot.' },
  { id: 'load-high', from: 'record', usual: 0.05, label: 'More pigment than the gel coat takes', how: 'Grams of pigment in how much gel coat?' },
  { id: 'thinned', from: 'look', usual: 0.06, label: 'Thinned, or a cup or brush not clean', how: 'What was in the cup, brush or roller before?' },
  { id: 'scattered', from: 'look', usual: 0.15, label: 'Bubbles small and scattered', how: 'Are they anywhere, or only in a curve?' },
  { id: 'bare-filler', from: 'look', usual: 0.2, label: 'Filler was coated bare', how: 'Was it sealed or spot-puttied first?' },
  { id: 'soft-pad', from: 'look', usual: 0.15, label: 'A soft pad ran over the edge', how: 'What was it sanded with there?' },
  { id: 'pot-scraped', from: 'look', usual: 0.15, label: 'Soft where the pot was scraped out', how: 'Where did the last of the pot go?' },
  { id: 'nail-everywhere', from: 'look', usual: 0.1, label: 'A nail dents it everywhere', how: 'Press a nail in five places.' },
  { id: 'top-only', from: 'look', usual: 0.12, label: 'Hard under a sticky top', how: 'Wipe with acetone; what is under it?' },
  { id: 'warmth-helps', from: 'look', usual: 0.1, label: 'An hour of warmth helps', how: 'Warm a hand’s breadth to 40 °C for an hour and feel again.' },
  { id: 'dissolves-in-water', from: 'look', usual: 0.04, label: 'The film goes with water', how: 'Wash a hand’s breadth with water and a pad.' },
  { id: 'bad-smell', from: 'look', usual: 0.08, label: 'Still smells strongly', how: 'Smell close to it.' },
  { id: 'glossy-back', from: 'look', usual: 0.06, label: 'What came off has a glossy back', how: 'Look at the side that was glued.' },
  { id: 'beads-on-ground', from: 'look', usual: 0.05, label: 'Water beads on the ground beside it', how: 'Wet the ground: does it spread or draw up?' },
  { id: 'dust-back', from: 'look', usual: 0.06, label: 'Dust on the back of what came off', how: 'Wipe the side that was glued with a dark cloth.' },
  { id: 'dry-fibres', from: 'look', usual: 0.08, label: 'Dry fibres in a cut', how: 'Cut or grind one spot: are the fibres white and loose?' },
  { id: 'resin-over', from: 'look', usual: 0.1, label: 'Resin stands over the weave', how: 'Scrape: how much before fibres come?' },
  { id: 'at-curve', from: 'look', usual: 0.12, label: 'It sits in a curve or corner', how: 'Where are the bubbles?' },
  { id: 'hollow-middle', from: 'look', usual: 0.1, label: 'Hollow in the middle, fast at the rim', how: 'Tap from the rim inwards.' },
  { id: 'hollow-rim', from: 'look', usual: 0.1, label: 'Hollow along the rim', how: 'Tap along the rim.' },
  { id: 'moves', from: 'look', usual: 0.15, label: 'The panel moves under the hand', how: 'Press beside it and look along it.' },
  { id: 'fitting-near', from: 'look', usual: 0.12, label: 'A fitting, bulkhead or hard edge ends there', how: 'Look behind it.' },
  { id: 'edge-dip', from: 'look', usual: 0.1, label: 'A straight edge rocks or gaps', how: 'Lay a straight edge across.' },
  { id: 'filler-thick', from: 'look', usual: 0.12, label: 'The filler is thick there', how: 'Drill or cut: how much filler is there?' },
  { id: 'oily-air', from: 'look', usual: 0.05, label: 'Polish, spray or a compressor near by', how: 'What else was done in the shed that day?' },
  { id: 'thin-coat', from: 'look', usual: 0.1, label: 'Coat thinner than it should be', how: 'Measure it, or look at the sanded rim.' },
  { id: 'thick-coat', from: 'look', usual: 0.1, label: 'Coat thicker than one pass', how: 'Measure it, or look at the lower rim.' },
  { id: 'neighbour-dull', from: 'look', usual: 0.25, label: 'The neighbour was not cleaned or polished', how: 'Polish a palm’s breadth of the neighbour and look again.' },
  { id: 'matched-wet', from: 'look', usual: 0.2, label: 'It was judged wet', how: 'Was a trial cured before it was judged?' },
  { id: 'matched-by-lamp', from: 'look', usual: 0.15, label: 'It was matched under a lamp', how: 'In what light was it matched?' },
  { id: 'in-the-sun', from: 'look', usual: 0.2, label: 'It stood in the sun', how: 'What has it stood in since?' },
  { id: 'not-held', from: 'look', usual: 0.15, label: 'It lay unsupported while it cured', how: 'What held it to its shape?' },
  { id: 'liquid', from: 'look', usual: 0.04, label: 'Sour or oily liquid comes out', how: 'Prick one, with goggles on.' },
]; // prettier-ignore
