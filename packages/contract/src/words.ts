import type { AirFault } from '@ashstep/core/air';
import type { CoreErrorCode, Remark } from '@ashstep/core/errors';
import type { GrindAdvice } from '@ashstep/core/taper';
import { FAULT_NAMES, GRAVE_NAMES, stepName } from './names.js';

type Params = Readonly<Record<string, string | number>>;

const figure = (value: string | number | undefined, decimals = 1): string =>
  typeof value === 'number' ? String(Math.round(value * 10 ** decimals) / 10 ** decimals) : String(value ?? '');

/** "35 ml", "0.34 litre" */
export const volumeWords = (litres: string | number | undefined): string =>
  Number(litres) < 0.02 ? `${figure(1000 * Number(litres), 0)} ml` : `${figure(litres, 2)} litre`;

/** "40 min", "3.5 h", "2 days" */
const spell = (minutes: string | number | undefined): string => {
  const min = Number(minutes);
  return min < 90
    ? `${Math.round(min)} min`
    : min < 48 * 60
      ? `${(min / 60).toFixed(1)} h`
      : `${figure(min / 1440)} days`;
};

/** What to do about input that no calculation can use. */
export function errorWords(code: CoreErrorCode, params: Params = {}): string {
  switch (code) {
    case 'not-a-number':
      return 'Give a figure here.';
    case 'out-of-range':
      return `Accepted: ${limits(params)}.`;
    case 'unknown-id':
      return `“${figure(params['id'])}” is not in the list. Pick one that is.`;
    case 'empty':
      return 'This is still missing.';
    case 'too-many':
      return `At most ${figure(params['max'])}.`;
    case 'too-many-pots':
      return `That would be more than ${figure(params['pots'])} pots of ${figure(params['limitG'], 1)} g. Accepted: ${limits(params)}.`;
    case 'too-thick':
      return `Together that is ${figure(params['value'], 1)} mm. Up to ${figure(params['max'])} mm is laid in one go.`;
    case 'self-crossing':
      return 'The outline crosses itself. Move a point so that it does not.';
    case 'too-few-points':
      return `At least ${figure(params['min'])} points.`;
    case 'inconsistent':
      return UNLIKE[String(params['why'])]?.(params) ?? 'These figures cannot all be true together. Check them.';
    case 'not-whole':
      return `Give a whole number, ${figure(Math.floor(Number(params['value'])))} or ${figure(Math.ceil(Number(params['value'])))}.`;
    case 'too-large':
      return `This would reach ${figure(params['value'], 0)} mm past the cut-out; up to ${figure(params['max'], 0)} mm can be worked with.`;
    case 'too-fine':
      return `That makes more than ${figure(params['slices'])} slices. Give ${figure(params['min'], 2)} mm or more, or leave it out.`;
    case 'beyond-horizon':
      return 'This place lies at or beyond the horizon of the picture, where nothing can be measured. Take one nearer.';
    case 'unreadable':
      return (
        UNREADABLE[String(params['want'] ?? '')] ?? 'This cannot be read as a figure. Try 108, 4 1/2 in or 6 oz/yd2.'
      );
    case 'not-used':
      return `Leave this out: ${params['with']} has no use for it.`;
    case 'ambiguous-figure':
      return `Is that ${params['one']} or ${params['other']}? Type it with one sign only, for the decimals.`;
    case 'ambiguous-unit':
      if (params['fraction']) return 'A fraction of what? Say in or mm.';
      if (params['per100'] !== undefined) return 'Hardener is set by weight here. Is the ratio by weight or by volume?';
      return 'Ounces of what? Cloth is per square yard (oz/yd2), chopped mat per square foot (oz/ft2).';
  }
}

/** What is wanted where something else than a plain figure is typed. */
const UNREADABLE: Readonly<Record<string, string>> = {
  time: 'Give day and time, like 2026-04-16T08:00; the day must exist.',
  ratio: 'This cannot be read as a taper. Try 12, 12:1 or 1:12.',
  'mix-ratio': 'This cannot be read as a ratio. Try 30, 100:30 by weight or 2:1 by volume.',
};

/** Why figures do not go together, and what would. */
const UNLIKE: Readonly<Record<string, (p: Params) => string>> = {
  'no-divisor': (p) =>
    `180° is no multiple of ${figure(p['value'], 2)}°. Take ${figure(p['near'], 2)}°, or 5, 10, 15, 30.`,
  'no-stack': () =>
    'No stack of these fabrics keeps to what is asked. Allow more plies, more thickness, or another fabric.',
  'past-every-edge': () =>
    'By the edges near by nothing is left of the piece the damage is on: it is larger than the panel. Check the sizes and the edges, or plan it as a new panel.',
  steps: () => 'These steps carry no load over. Give each a length and two stiffnesses.',
  'no-weight': () => 'All weights are nothing. Give one at least that is more.',
  'other-chemistry': (p) =>
    `${String(p['hardener'])} never sets ${String(p['family'])}: amines set epoxy, peroxides polyester and vinylester.`,
  'no-drill': () => 'Only a round hole is drilled out. Give it a diameter, or call it something else.',
  'two-ratios': () => 'Give the ratio by weight or by volume, not both.',
  poisson: (p) => `No material stretches so: with these two moduli ν12 is under ${figure(p['most'], 3)} either way.`,
  'fibre-burns': () => 'Carbon and aramid burn with the resin. Only glass can be weighed this way.',
  'same-id': () => 'Two tasks have the same id. Give each its own.',
  ring: () => 'Tasks wait for one another in a ring. Take one of the waits out.',
  days: (p) => `Readings of ${figure(p['min'])} different days at least.`,
  'in-line': () => 'The points lie all in one line. Give some beside it.',
  'over-hundred': () => 'The areas add up to more than 100 %.',
  'no-surface': () => 'No surface has this colour in daylight. Read it again.',
  'burnt-out': () =>
    'Burnt out: parts of it are as bright as the camera goes. Take the picture again, darker or in the shade.',
  'too-dark': () => 'Too dark to tell a colour. Take the picture again in more light.',
  'not-grey': () =>
    'This is no grey card: its colours are too far apart. Pick the card, in the same light as the patch.',
  'width-and-depth': () => 'Give the width of the ring or its depth, not both.',
};

/** Which way the nearest lies off. */
function outOfReach(p: Params): string {
  const off = [
    ...(Math.abs(Number(p['lighter'])) >= 1 ? [Number(p['lighter']) > 0 ? 'too light' : 'too dark'] : []),
    ...(Math.abs(Number(p['duller'])) >= 1 ? [Number(p['duller']) > 0 ? 'too dull' : 'too bright'] : []),
  ];
  return off.length > 0 ? `, ${off.join(' and ')}` : '';
}

function limits({ min, max, above }: Params): string {
  if (above !== undefined && max !== undefined) return `more than ${figure(above, 3)}, up to ${figure(max, 3)}`;
  if (above !== undefined) return `more than ${figure(above, 3)}`;
  if (min !== undefined && max !== undefined) return `${figure(min, 3)} to ${figure(max, 3)}`;
  if (max !== undefined) return `up to ${figure(max, 3)}`;
  return `${figure(min, 3)} or more`;
}

/** Temperature that hours of cure are told at. */
const curesAt = (p: Params): string => `${figure(p['tempC'] ?? 22)} °C`;
const drops = (count: string | number | undefined): string => `${figure(count, 0)} ${count === 1 ? 'drop' : 'drops'}`;

const REMARKS: Record<string, (p: Params) => string> = {
  'air.too-humid': (p) =>
    `${figure(p['humidity'], 0)} % humidity. Lay up under ${figure(p['limit'], 0)} %, or the surface sweats.`,
  'air.near-dew-point': (p) =>
    `Surface only ${figure(p['marginC'])} °C above the dew point. Warm it to ${figure(p['limitC'])} °C or more above, or the bond is wet.`,
  'evidence.unknown': (p) =>
    `Only ${figure(p['percent'], 0)} % sure. Under ${figure(p['limit'], 0)} % the plan treats the parent as unknown.`,
  'evidence.thermoplastic': (p) =>
    `A thermoplastic shell, ${figure(p['percent'], 0)} % sure: none of these resins bonds to it. Stop here; it is welded, or a maker’s own adhesive is used.`,
  'evidence.thermoplastic-likely': (p) =>
    `${figure(p['percent'], 0)} % likely a thermoplastic shell, to which none of these resins bonds. Shave a curl and see whether it melts before anything else.`,
  'extent.open': () => 'Still dull at the edge of what was tapped. Tap further out until it rings all round.',
  'extent.one-tap': () => 'One dull tap is no proof. Tap round it before you cut.',
  'extent.all-sound': (p) =>
    `All taps ring. Damage smaller than the ${figure(p['spacingMm'], 0)} mm grid would not show.`,
  'severity.structure': (p) =>
    `${GRAVE_NAMES[p['structure'] as keyof typeof GRAVE_NAMES]}: a failed repair here can kill.`,
  'severity.primary': () => 'Primary structure: a failed repair here can kill.',
  'severity.large': (p) =>
    `The cut-out is ${figure(p['areaM2'], 2)} m², over the shop’s limit of ${figure(p['limitM2'], 2)} m².`,
  'severity.separated': () => 'In two, or an edge is missing: align and join first, then skin it all round.',
  'severity.finish': () => 'No fibre is broken: open the crack to a V, fill, finish.',
  'severity.skin': () => 'A skin over a core: taper the skin, fill or plug the core, lay the skin.',
  'severity.part': () => 'Some plies: taper to the depth of the damage.',
  'severity.through': () => 'Through: cut out, back it up, taper, full stack.',
  'hold.beyond': () =>
    'Beyond this tool: nothing is laid before a manager names the drawing or the person responsible.',
  'hold.thermoplastic': () =>
    'A thermoplastic shell: none of these resins bonds to it. Nothing is planned or laid. If a shaving crumbles, put that down as a clue.',
  'hold.wet-within': () =>
    'Wet within: nothing goes on before it is dry, or it traps the water and lets go. Open it, dry it, weigh or measure it, then say here that it is dry.',
  'small.deeper-than-gel-coat': (p) =>
    `${figure(p['depthMm'])} mm is deeper than gel coat is: 0.4 to 0.8 mm, ${figure(p['mostMm'], 0)} mm at the most. Look again whether it reaches fibre.`,
  'small.epoxy-for-fibre': () =>
    'It reaches fibre: filled with the resin of the job first, left 0.5 mm low, then gel coat. Gel-coat paste on bare fibre lets water in.',
  'small.epoxy-below-water': () =>
    'Below the waterline: filled with the resin of the job first, left 0.5 mm low, then gel coat. Gel-coat paste alone lets water through to the laminate.',
  'kit.ratio': (p) =>
    `The bottles do not belong together whole: to all that resin go ${figure(p['wantedG'])} g, ${figure(p['hasG'])} g are there. Weigh.`,
  'kit.too-hot': (p) =>
    `${figure(p['tempC'], 0)} °C: over ${figure(p['maxTempC'], 0)} °C the pot is gone before it is laid. Shade it, work at dusk, small pots.`,
  'kit.hard-after': (p) =>
    `At ${figure(p['tempC'], 0)} °C it is hard enough to go on after ${figure(p['hours'], 0)} h.`,
  'kit.warm-bottles': () =>
    'Too cold there. Warm the closed bottles in the jacket or in warm water before they are mixed, not over a flame.',
  'kit.insulate': (p) =>
    `Keep the patch over ${figure(p['minTempC'], 0)} °C until it is hard: film, then foam, a blanket, hot-water bottles; it is ${figure(p['tempC'], 0)} °C. If that cannot be held, tape it over and wait.`,
  'kit.tape-dam': () => 'Dam the far side with tape on film.',
  'kit.film-and-weight': () =>
    'Film over it, squeezed from the middle; a flat stone on foam or a water bag holds it down.',
  'kit.few-discs': (p) => `A thin shell wants ${figure(p['discs'], 0)} discs at the least.`,
  'kit.again-at-home': () => 'A repair in the field gets one home: ground out and laid again in a dry shed.',
  'kit.again-before-use': () =>
    'It gets one home slowly, and no further: ground out and laid again, and looked at, before it is used as before.',
  'small.hard-spot': () =>
    'Something hard behind it broke it: filled alone it comes back. Spread the load behind first, with a pad or a fillet.',
  'small.flex': () =>
    'The panel flexes: a filled crack opens again. Down to the fibre, and two light plies over all of it.',
  'small.prime-until-tacky': () =>
    'Prime the bare edge and core, wait until it is tacky, then fill and lay: dry foam drinks the resin out of the first ply.',
  'small.batten': () => 'Fill proud, sand across it with a batten: a soft pad follows the dent.',
  'hold.wet': (p) =>
    `Wet: ${figure(p['value'])} at the last reading, ${figure(p['limit'])} wanted. Nothing goes on before it is dry, or it traps the water and lets go.`,
  'drying.never': (p) =>
    `It levels off at ${figure(p['end'])}, above the limit of ${figure(p['limit'])}. Open it up, heat it, or cut the wet core out.`,
  'burn-off.thinner-than-solid': (p) =>
    `Fibre and resin alone are ${figure(p['solidMm'], 2)} mm thick, ${figure(p['measuredMm'], 2)} mm was measured: that cannot be. Check thickness, area, and which fibre and resin it is.`,
  'burn-off.many-voids': (p) =>
    `${figure(p['voidPercent'], 0)} % air is more than a laminate holds together with. Check thickness and area, or the fibre and resin.`,
  'drying.steady': (p) =>
    `It stays as it is, at ${figure(p['value'])}: there is no day to tell. ${Number(p['value']) <= Number(p['limit']) ? 'It is under the limit already.' : 'Find where the water comes from.'}`,
  'drying.not-drying': () => 'It is not drying. Find where the water comes from first.',
  'drying.too-short': () => 'Too few days to tell how fast it dries. Go on reading.',
  'rings.thickness-differs': (p) =>
    `The rings add up to ${figure(p['readMm'], 2)} mm, ${figure(p['measuredMm'], 2)} mm was measured. The taper may be ${figure(p['ratioWanted'])}:1, not ${figure(p['ratio'])}:1.`,
  'wrap.unbalanced': (p) =>
    `${figure(p['layers'], 0)} layers: an odd one twists the tube as it cures. Wind one more the other way.`,
  'laminate.thickness-differs': (p) =>
    `The plies add up to ${figure(p['computedMm'], 2)} mm, ${figure(p['measuredMm'], 2)} mm was measured. Check the list or the gauge.`,
  'laminate.guessed': (p) =>
    `Plies are a guess from the thickness (${figure(p['plies'], 0)} ${p['plies'] === 1 ? 'ply' : 'plies'}). Count the rings once ground and enter them.`,
  'taper.hinge': (p) =>
    `${figure(p['ratio'])}:1 across a break is a hinge. Take ${figure(p['least'], 0)}:1 or more, so that the load goes over along the skins.`,
  'taper.steep': (p) => `${figure(p['ratio'])}:1 is steep. Little bond face; lightly loaded places only.`,
  'taper.earlier-repair': (p) =>
    `The bond reaches an earlier repair${p['name'] ? `, ${p['name']}` : ''}. Its resin may be another: put it down as a part of the laminate, on Laminate, and the more careful verdict rules.`,
  'taper.seen-from-inside': () =>
    'Seen from inside, left and right change places. Map the outline and the directions from there, or cut the pieces for the other hand.',
  'taper.gel-coat-first-outside': () =>
    'Gel coat goes in first only where the laminate is laid from inside, right through, against a back-up. It is planned after the full cure.',
  'joint.weaker': (p) =>
    `At this ratio the joint holds ${figure(p['percent'], 0)} % of the parent. A longer taper holds more.`,
  'stack.cover-past-margin': (p) =>
    `The cover runs ${figure(p['overlapMm'], 0)} mm past the taper, the abraded margin only ${figure(p['marginMm'], 0)}. Widen the margin, or the edge lies on gloss and lifts.`,
  'stack.grows-past-taper': (p) =>
    `The largest ply ends ${figure(p['overMm'], 0)} mm past the ground taper of ${figure(p['taperMm'], 0)} mm. Grow by less, or grind further.`,
  'stack.few-discs': (p) =>
    `${figure(p['plies'], 0)} ${p['plies'] === 1 ? 'ply' : 'plies'} on a thin shell. Lay at least ${figure(p['least'], 0)}, each larger than the one under it, so that no edge stands up.`,
  'stack.on-surface': (p) => `Lies on the surface and stands ${figure(p['totalMm'], 2)} mm proud of it.`,
  'stack.cover-hardens': () =>
    'The plies are those of the parent; the cover over them makes the patch stiffer than it. A lighter cover, or none, brings it nearer where the skin is thin.',
  'stack.nothing-nearer': (p) =>
    `${p['soft'] ? `A soft spot, ${figure(p['least'], 2)} of the parent in one direction` : 'A hard spot'}: nothing nearer is made of the usual stitched and plain cloth${p['covered'] ? ' under this cover' : ''}. Find a stack looks through all the stock.`,
  'stack.proud': (p) =>
    `The stack leaves ${figure(p['roomMm'], 2)} mm for a finish that needs ${figure(p['allowanceMm'], 2)} mm. Take a ply out or go thinner.`,
  'stack.low': (p) =>
    `The stack ends ${figure(p['roomMm'], 2)} mm under the surface. A filler ply is cheaper than fairing compound.`,
  'stack.past-footprint': (p) =>
    `The plies are ${figure(p['overMm'], 2)} mm thicker than the depth, so the top ones run past the taper.`,
  'mix.pot-too-big': (p) =>
    `${figure(p['totalG'], 0)} g in one pot may run away. Stay under ${figure(p['maxPotG'], 0)} g.`,
  'mix.catalyst-by-volume': (p) =>
    `${figure(p['percent'])} % is by volume: ${figure(Number(p['percent']) * 10)} ml per kg of resin, at ${figure(p['gramPerMl'], 2)} g/ml.`,
  'mix.catalyst-density': (p) =>
    `A catalyst of ${figure(p['gramPerMl'], 2)} g/ml? Peroxide solutions weigh about 1.1 to 1.2. Look at its sheet: grams on the scale follow from it.`,
  'mix.drops-outside': (p) =>
    `${drops(p['drops'])} ${p['drops'] === 1 ? 'is' : 'are'} ${figure(p['percent'])} %, outside the ${figure(p['min'])} to ${figure(p['max'])} % of the product: it stays soft or burns. Mix ${figure(p['batchG'])} g with ${drops(p['batchDrops'])}.`,
  'mix.drops-off': (p) =>
    `${drops(p['drops'])} ${p['drops'] === 1 ? 'is' : 'are'} ${figure(p['percent'])} %, ${figure(p['errorPercent'], 0)} % off. Mix ${figure(p['batchG'])} g with ${drops(p['batchDrops'])}, and it comes out even.`,
  'mix.few-drops': (p) =>
    `${drops(p['drops'])} ${p['drops'] === 1 ? 'is' : 'are'} hardly a measure: drops differ. Mix ${figure(p['batchG'])} g with ${drops(p['batchDrops'])}, or use a syringe.`,
  'mix.too-thick-at-once': (p) =>
    `${figure(p['thicknessMm'])} mm laid at once may overheat: this system takes ${figure(p['maxSessionMm'])} mm a session. Lay it in several, or it smokes, browns and shrinks.`,
  'lot.expired': (p) =>
    `Lot ${p['lot']} ran out of date on ${p['on']}. It may never cure right. Take another, or do a cup test and say so.`,
  'lot.unknown': (p) =>
    `Lot ${p['lot']} is not on the shelf’s list for this. Look at the label again; the record keeps what is typed.`,
  'round.early': () => 'What it goes on is not ready: the next slides or gums up. Wait until it is.',
  'round.past-window': () =>
    'What it goes on is past its window: it bonds no more by itself. Wash, abrade and wipe, and set the round to go onto cured resin, on Mix.',
  'air.too-cold': (p) =>
    `${figure(p['tempC'])} °C is under the ${figure(p['minTempC'])} °C this system needs. It stays soft. Warm the part and the air, or take a system for the cold.`,
  'air.too-hot': (p) =>
    `${figure(p['tempC'])} °C is above the ${figure(p['maxTempC'])} °C this system is good for. Take a slower hardener or a cooler hour.`,
  'resin.too-hot': (p) =>
    `${figure(p['airTempC'])} °C is above the ${figure(p['maxTempC'])} °C this system is good for. Take a slower hardener or a cooler hour.`,
  'mix.scale-too-coarse': (p) =>
    `A scale off by ${figure(p['scaleErrorG'], 2)} g cannot mix the smallest pot within tolerance. ${p['catalysed'] ? 'Measure the catalyst in a syringe, or mix a larger pot.' : 'Use a finer scale or a larger pot.'}`,
  'mix.tool-too-coarse': (p) =>
    `${String(p['tool'])} cannot mix ${figure(p['potG'], 0)} g within tolerance. Take a finer tool or a larger pot.`,
  'mix.out-of-ratio': (p) =>
    `${figure(p['errorPercent'])} % off the ratio, ${figure(p['tolerancePercent'])} % allowed. Not on the job yet? Throw it away and mix again.`,
  'days.lay-up-too-long': (p) =>
    `The lay-up takes ${figure(Number(p['minutes']) / 60)} h, more than one day’s ${figure(Number(p['dayLength']) / 60)} h. Add hands or split it into sessions.`,
  'days.drying': () => 'The core dries. Nothing is laid before.',
  'days.wash-first': () => 'Wash before grinding, or wax goes into the scratches.',
  'days.grind': (p) => `${volumeWords(p['litres'])} to grind.`,
  'days.grind-back': (p) => `Ground back into the new laminate, ${volumeWords(p['litres'])}.`,
  'days.cut': (p) => `${figure(p['plies'], 0)} plies to cut, dry-fit and stage.`,
  'days.lay-up': (p) =>
    `${figure(p['resinG'], 0)} g in ${figure(p['pots'], 0)} ${p['pots'] === 1 ? 'pot' : 'pots'}, in one go.`,
  'paste.not-for-bonding': (p) =>
    `${String(p['filler'])} does not bond: it is for fairing. Take silica or milled fibre.`,
  'paste.spheres-under-gelcoat': (p) =>
    `${String(p['filler'])} under gel coat in the sun: the spheres burst and the gel coat shows pits. Take silica.`,
  'hardness.too-few': (p) =>
    `${figure(p['count'], 0)} ${p['count'] === 1 ? 'reading is' : 'readings are'} too few to tell. Take ${figure(p['wanted'], 0)} at the least, spread over the patch.`,
  'hardness.unsure': (p) =>
    `The mean passes, but it may be as low as ${figure(p['lowerBound'])} where ${figure(p['limit'], 0)} is wanted. More readings, or more time.`,
  'fibre-fraction.rich': (p) =>
    `Only ${figure(p['percent'], 0)} % fibre by weight: mostly resin, heavy and brittle. Check the thickness, or whether all fabric is counted.`,
  'fibre-fraction.dry': (p) =>
    `${figure(p['percent'], 0)} % fibre by weight is more than a hand or press leaves: dry, or the fabric is counted twice.`,
  'ladder.missing': (p) => `Not on the shelf, and no jump does without: ${String(p['grits'])}. Get them first.`,
  'ladder.thin': (p) =>
    `${figure(p['leftMm'], 2)} mm is left when it is polished: thin to weather from. Put on another coat, or stop at a duller finish.`,
  'ladder.through': (p) => `It would go through by ${figure(p['overMm'], 2)} mm. Put a coat on first, then sand.`,
  'room.none': (p) =>
    `No room: ${figure(p['byMm'], 1)} mm too shallow for what still goes in or on. Grind deeper there, or put less on.`,
  'room.tight': (p) =>
    `Tight: the fairing has ${figure(p['byMm'], 1)} mm too little room. Grind a little more where it is marked.`,
  'room.low': (p) =>
    `Up to ${figure(p['byMm'], 1)} mm lower than wanted: another ply is stronger and lighter than filler.`,
  'fairness.scatter': (p) =>
    `The sound ground itself scatters by ${figure(p['scatterMm'], 2)} mm, more than is called fair. Clean the feet of the gauge, read again, or allow more.`,
  'fairness.sand-first': () => 'Sand the highs first and read again: what is low may be fair by then.',
  'colour.out-of-reach': (p) =>
    `The pigments of this shelf come no nearer than ΔE ${figure(p['deltaE'])}${outOfReach(p)}. Another pigment is wanted.`,
  'colour.load-reached': (p) =>
    `With all the pigment that may be in it (${figure(p['percent'], 0)} %) it comes no nearer than ΔE ${figure(p['deltaE'])}${outOfReach(p)}. Take a base that is tinted already, or a stronger paste.`,
  'colour.batch-too-small': (p) =>
    `Rounding alone costs ΔE ${figure(p['loss'])}. Mix a larger batch, or weigh on a finer scale.`,
  'colour.few-drops': () =>
    'Under five drops of one: a drop more or less is seen. Mix a larger batch, or thin that paste ten to one with base first.',
  'colour.near-enough': (p) => `ΔE ${figure(p['deltaE'])} is near enough. Add nothing.`,
  'colour.nothing-helps': (p) =>
    `Nothing that can be added brings it nearer than ΔE ${figure(p['deltaE'])}. Begin again.`,
  'colour.still-off': (p) =>
    `It stays off by ΔE ${figure(p['deltaE'])}: what is too much in it cannot be taken out. Begin again with less.`,
  'colour.start-anew': (p) =>
    `That is ${figure(p['addedG'], 0)} g more to save ${figure(p['cupG'], 0)} g. A new batch is less.`,
  'colour.overloaded': (p) =>
    `${figure(p['percent'])} % pigment is more than the ${figure(p['limit'], 0)} % this gel coat takes: it may stay soft. Add base, or begin again.`,
  'colour.curve-guessed': () =>
    'Only the colour was read, so the curve behind it is the smoothest there is. Two colours that match in daylight may part under a lamp.',
  'colour.drawdowns-disagree': (p) =>
    `One drawdown stands off the others by ΔE ${figure(p['worst'])}. Weigh and read that one again.`,
  'colour.patch-uneven': (p) =>
    `The patch itself spreads by ΔE ${figure(p['spread'])}. Clean it, or pick a more even part.`,
  'colour.card-uneven': (p) =>
    `The card is lit unevenly, ${figure(p['percent'], 0)} %. Lay it flat beside the patch, out of shadow and glare.`,
  'colour.lighter-than-white': () => 'It comes out lighter than white: glare, or the card was in the shade.',
  'diagnosis.open': (p) =>
    `Not settled: ${figure(p['percent'], 0)} % for the likeliest. Look at what comes next before anything is taken off.`,
  'diagnosis.none': () =>
    'None of the causes named here fits what was seen. Look again, or ask somebody who has seen it before.',
  'tools.batch-too-small': (p) =>
    `No tool mixes ${figure(p['batchG'], 0)} g surely enough. Mix ${figure(Math.ceil(Number(p['leastG'])), 0)} g or more, or take a finer scale.`,
  'tools.none': (p) =>
    `None of these tools mixes ${figure(p['batchG'], 0)} g within tolerance. Take a scale that reads 0.1 g.`,
  'batches.gels-too-soon': (p) =>
    `It gels after ${figure(p['workMin'], 0)} min even in a small pot. A slower hardener, a cooler hour, or a tray.`,
  'cure.pot-too-hot': (p) =>
    `Left standing, ${figure(p['massG'], 0)} g get to ${figure(p['peakTempC'], 0)} °C: it smokes and may burn. Smaller pots, or spread it in a tray.`,
  'cure.chars': (p) =>
    `After ${figure(p['afterMin'], 0)} minutes the lay-up is past ${figure(p['tempC'], 0)} °C: it chars and can catch fire. The run ends there. Less heat, or thinner goes.`,
  'cure.resin-too-hot': (p) =>
    `The lay-up gets to ${figure(p['peakC'], 0)} °C, more than the ${figure(p['limitC'], 0)} °C its resin should. Lay it in more goes.`,
  'cure.under-too-hot': (p) =>
    `What lies under it gets to ${figure(p['peakC'], 0)} °C and stands ${figure(p['limitC'], 0)} °C. Lay it in more goes, or with a slower hardener.`,
  'cure.finish-too-hot': (p) =>
    `The outside gets to ${figure(p['peakC'], 0)} °C, more than the ${figure(p['limitC'], 0)} °C gel coat or mould should. Lay it in more goes.`,
  'cure.too-cold': (p) =>
    `${figure(p['coldestC'])} °C is under the ${figure(p['minTempC'])} °C this system may be used at. It gels late, stays soft and takes up water: warm it, or take a system for the cold.`,
  'cure.full-needs-warmth': (p) =>
    `In this air it stops at about ${figure(p['reachablePercent'], 0)} % and is never full. Not before it is warmed to ${figure(p['warmC'], 0)} °C for ${spell(60 * Number(p['hours']))}; under ${figure(p['leastC'])} °C no wait is long enough.`,
  'days.full-cure-warm': (p) =>
    `Full cure not before it is warmed to ${figure(p['warmC'], 0)} °C for ${spell(60 * Number(p['hours']))}: under ${figure(p['leastC'])} °C it never gets there. The days count that warmth from the lay-up on; sooner, and the finish peels.`,
  'schedule.warmed': (p) =>
    `The air alone never brings full cure in time. Planned as warmed to ${figure(p['warmC'], 0)} °C for ${spell(60 * Number(p['hours']))}: set up the tent and the heater, or it is not full.`,
  'schedule.too-soon': (p) => `Begins ${spell(p['minutes'])} before “${stepName(String(p['task']))}” lets it.`,
  'schedule.too-late': (p) =>
    `Begins ${spell(p['minutes'])} after the window of “${stepName(String(p['task']))}” has shut: wash and abrade first, it is a secondary bond.`,
  'schedule.never-fit': (p) =>
    `${FAULT_NAMES[String(p['fault']) as AirFault]} for as far as the weather is known. Heat, tent or another system.`,
  'schedule.air': (p) => `${FAULT_NAMES[String(p['fault']) as AirFault]} then.`,
  'schedule.nobody-free': () => 'Nobody who can do it is free then.',
  'schedule.shut': () => 'The shed is shut then.',
  'days.close-air': () =>
    'Air keeps its skin from curing: cover it, or it stays sticky. Sand film or wax off before anything goes on it.',
  'days.abrade-round': () => 'Past its window: wash, abrade, wipe. A secondary bond.',
  'days.round': (p) => `${figure(p['massG'], 0)} g in ${figure(p['pots'], 0)} ${p['pots'] === 1 ? 'pot' : 'pots'}.`,
  'days.between-goes': (p) =>
    `Let it cool and green: the next ply bonds from ${figure(p['hours'])} to ${figure(p['until'])} h at ${curesAt(p)}.`,
  'days.abrade-between': (p) =>
    `The next go falls later than ${figure(p['until'])} h after the last: wash and abrade, it is a secondary bond.`,
  'days.sandable': (p) => `Sandable after ${figure(p['hours'])} h at ${curesAt(p)}. Not before: it gums up.`,
  'days.level': (p) => `Trim and level ${figure(p['areaM2'], 2)} m².`,
  'days.full-cure': (p) =>
    `Full cure ${figure(Number(p['hours']) / 24)} days from lay-up at ${curesAt(p)}. Sooner, and the finish peels.`,
  'days.finish-step': () => 'Part of the finish route.',
  'days.finish-wait': (p) => `${figure(p['hours'])} h at ${curesAt(p)} before the next step.`,
  'days.inspect': () => 'A second pair of eyes.',
};

/** Of a wait that is so much longer or shorter than its card says, the real one is told as well. */
const TELLS_APART = 0.1;

/** Why a step takes as long as it does, and of a cure how long it really takes in the air that is expected where that is not what its card says. */
export function stepWhy(why: Remark, kind: string, span: { startAt: string; endAt: string }): string {
  const words = remarkWords(why);
  const said = why.params?.['hours'];
  if (kind !== 'cure' || typeof said !== 'number') return words;
  const minutes = (Date.parse(`${span.endAt}Z`) - Date.parse(`${span.startAt}Z`)) / 60_000;
  return Math.abs(minutes / (60 * said) - 1) > TELLS_APART ? `${words} Planned: ${spell(minutes)}, by the air expected.` : words; // prettier-ignore
}

/** The sentence for a remark that came with a result. */
export function remarkWords(remark: Remark): string {
  const words = REMARKS[remark.id];
  return words ? words(remark.params ?? {}) : remark.id;
}

/** Fewer rays than this say nothing of all round. */
const ALL_ROUND_RAYS = 3;
/** What to grind where, in one line. */
export const GRIND_WORDS: Record<GrindAdvice['id'], (p: Record<string, number>) => string> = {
  'grind.high': (p) =>
    `${Math.round(p['rayDeg']!)}°, ${Math.round(p['outMm']!)} mm out: take ${p['byMm']!.toFixed(1)} mm more.`,
  'grind.deep': (p) =>
    `${Math.round(p['rayDeg']!)}°, ${Math.round(p['outMm']!)} mm out: ${p['byMm']!.toFixed(1)} mm too deep. Leave it, and lay a filler ply there.`,
  'grind.steep': (p) =>
    `${Math.round(p['rayDeg']!)}°: ground at ${p['found']!.toFixed(1)}:1, ${p['wanted']!.toFixed(1)}:1 wanted. Work outwards.`,
  'grind.step': (p) =>
    `${Math.round(p['rayDeg']!)}°, between ${Math.round(p['fromMm']!)} and ${Math.round(p['toMm']!)} mm: a step. Ease it.`,
  'grind.more': (p) => `${Math.round(p['rayDeg']!)}°: one place says nothing of the slope. Gauge a second on it.`,
  'grind.stop': (p) =>
    p['rays']! < ALL_ROUND_RAYS
      ? `Even on ${p['rays'] === 1 ? 'the one ray' : 'the two rays'} that ${p['rays'] === 1 ? 'was' : 'were'} gauged. Stop there, and gauge the other sides.`
      : 'Even all round. Stop grinding.',
};

/** Ids of all remarks that have words; a spec holds this against what the core can say. */
export const WORDED_REMARKS: readonly string[] = Object.keys(REMARKS);

/** How a pot is mixed, step by step: the clock starts with what sets it off. */
export const MIXING_ORDER = {
  'two-part': [
    'Tare the cup; resin first, then hardener to the second figure.',
    'Stir two minutes, scrape sides and base.',
    'Change the cup and stir again: what stuck to the first never got its hardener.',
    'Fillers last, when the two are one.',
    'Not “a bit more hardener” for speed: another hardener, or warmth.',
  ],
  catalysed: [
    'Fillers and pigment first, and stir.',
    'Then the catalyst: the clock starts now. Goggles on.',
    'Stir a minute, scrape sides and base.',
    'Never catalyst and accelerator together, never near acetone or metal dust.',
    'No wax before the last coat.',
  ],
} as const;

/** Why a resin is taken. */
export const WHY_WORDS = {
  water: 'Below the waterline, and epoxy takes up least water.',
  doubt: 'The parent is in doubt, and epoxy holds whichever it is.',
  paint: 'Painted finish, which epoxy suits.',
  'known-and-dry': 'Known parent above the water: the same family takes gel coat directly.',
  'same-family': 'Same family as the parent.',
  'best-bond': 'Best bond to a cured face.',
  'next-safe': 'The first choice by this way is ruled out here; this is the next safe one.',
  none: 'No resin suits this job as it is. What stands against each is said below.',
} as const;
