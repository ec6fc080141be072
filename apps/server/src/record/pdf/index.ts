import {
  BAND_NAMES,
  CLOSING_NAMES,
  FINISH_NAMES,
  MARK_NAMES,
  ONTO_NAMES,
  ORDER_NAMES,
  PARENT_NAMES,
  type RecordBody,
  type RecordFile,
  SCHOOL_NAMES,
  SERVICE_NAMES,
  SEVERITY_NAMES,
  VERDICT_NAMES,
  WATERLINE_NAMES,
  unsaidWords,
  WHY_WORDS,
  doneWords,
  roundName,
  upgradedInputs,
  remarkWords,
  pouredWords,
  startWords,
  stepWhy,
  taskName,
  volumeWords,
} from '@ashstep/contract';
import { type OffsetMeasures, measureOffset } from '@ashstep/core/geometry';
import { INSPECTION_CHECKS, PREPARATION_CHECKS } from '@ashstep/core/inspection';
import { CALCULATION_VERSION, type RepairPlan, hasWaterline, planRepair, unsaidOf } from '@ashstep/core/repair';
import { crackLength, surveyed, wettestByDay } from '@ashstep/core/survey';
import { faired } from './faired.js';
import { drawRepair } from './drawings.js';
import { HOME_ZONE } from '../../platform/clock.js';
import { Sheet, timeIn } from '../../platform/sheet.js';

const round = (value: number, decimals = 0): string =>
  value
    .toFixed(decimals)
    .replace(/^-(?=[0.]*$)/, '')
    .replace('-', '\u2212');
const mm = (value: number, decimals = 0): string => `${round(value, decimals)} mm`;

/**
 * The repair record as a PDF a stranger can read: what it is, drawings to scale, figures and reasons, log, checks, signatures.
 * @param file the sealed record; without a hash a draft that says it is not sealed
 * @param faults what of the record is not as it was sealed, which is said first and in place of the seal
 */
export async function recordPdf(
  { body: stored, hash = null, seal }: Pick<RecordFile, 'body' | 'seal'> & { hash?: string | null },
  faults: readonly string[] = [],
): Promise<Buffer> {
  const body = { ...stored, inputs: upgradedInputs(stored.inputs) };
  const plan = planRepair(body.inputs);
  const zone = body.zone ?? HOME_ZONE;
  const sealed =
    hash === null
      ? 'Draft, not sealed'
      : faults.length > 0
        ? 'NOT AS IT WAS SEALED'
        : `Sealed ${timeIn(zone, body.signature.at)} by ${body.signature.by}`;
  const sheet = new Sheet({
    tag: body.craft.tag,
    title: body.title,
    zone,
    foot: `revision ${body.revision} · ${sealed} · calculation ${body.calculationVersion}`,
  });
  sheet.title(`Repair record ${body.craft.tag}: ${body.title}`, `${body.shop} · revision ${body.revision} · ${sealed}`);
  if (hash !== null && body.calculationVersion !== CALCULATION_VERSION)
    sheet.line(
      `Sealed with calculation ${body.calculationVersion}; drawings and tables here are worked out by ${CALCULATION_VERSION}. The sealed figures are in the record file.`,
      'bold',
    );
  for (const fault of faults) sheet.line(`Not as it was sealed: ${fault}`, 'bold');
  about(sheet, body, plan);
  findings(sheet, body, plan);
  sheet.section('Drawing');
  drawRepair(sheet, body.inputs, plan);
  decisions(sheet, body, plan);
  stackAndMix(sheet, plan, body.inputs.mix.weighing === 're-zeroed');
  days(sheet, plan);
  bench(sheet, body);
  faired(sheet, body, plan);
  checks(sheet, body);
  if (faults.length === 0) signatures(sheet, body, hash, seal);
  sheet.line(`Times are those of the shed (${zone}).`);
  return sheet.finish();
}

const sizeOf = ({ lengthMm, widthMm }: Pick<OffsetMeasures, 'lengthMm' | 'widthMm'>): string =>
  `${mm(lengthMm)} × ${mm(widthMm)}`;

/** What showed before the taps or the grinding made it larger. */
const asItShowed = ({ visible, expected }: RecordBody['inputs']['survey']): string => {
  const first = visible ?? expected?.shape;
  return first ? `; showed as ${sizeOf(measureOffset(first, 0))}` : '';
};

function about(sheet: Sheet, { craft, inputs, technician }: RecordBody, plan: RepairPlan): void {
  const { place, damage, survey } = inputs;
  const depth = {
    finish: 'finish only, no fibre broken',
    part: damage.depthMm === null ? 'part depth' : `part depth, ${damage.depthMm} mm`,
    through: 'through',
  }[damage.depth];
  sheet.pairs([
    ['Craft', `${craft.name}${craft.year ? `, ${craft.year}` : ''}`],
    ['Construction', craft.construction],
    ['Where', place.where],
    ...(hasWaterline(place) ? [['Waterline', WATERLINE_NAMES[place.waterline]] as const] : []),
    ['Finish', FINISH_NAMES[place.finish]],
    ['Service of area', SERVICE_NAMES[place.service]],
    ['Work by', technician],
    ['Damage', plan.damage ? `${sizeOf(plan.damage.visible)}, ${depth}${asItShowed(survey)}` : depth],
    ['Cut-out', plan.damage ? `${sizeOf(plan.damage.cut)}, margin ${mm(damage.marginMm)}` : '–'],
  ]);
  const unsaid = unsaidOf(inputs);
  if (unsaid.length > 0) sheet.line(`${unsaidWords(unsaid)}. What stands there is only something to plan with.`);
  if (damage.notes) sheet.line(damage.notes);
}

/** What was found before and after grinding: how bad, taps, moisture, and who released what is beyond the tool. */
function findings(sheet: Sheet, { inputs, photos = [] }: RecordBody, plan: RepairPlan): void {
  const { survey, severity, damage } = inputs;
  sheet.section('Findings');
  const { proposed, taken, reasons } = plan.severity;
  sheet.line(
    `Severity: ${SEVERITY_NAMES[taken].toLowerCase()}${taken === proposed ? '' : ` (found: ${SEVERITY_NAMES[proposed].toLowerCase()}; reason: ${severity.reason || 'none'})`}. ${reasons.map(remarkWords).join(' ')}`,
  );
  if (severity.release)
    sheet.line(
      `Released by ${severity.release.by}, ${sheet.when(severity.release.at)}: ${severity.release.reference}`,
      'bold',
    );
  const { taps, hidden } = surveyed(survey.readings);
  if (hidden)
    sheet.line(
      // Where dull taps lie on the edge of what was tapped, nobody knows how far it goes on.
      hidden.open
        ? `${taps.length} taps: dull over ${round(hidden.dullAreaLowMm2 / 100)} cm² at the least. It was dull as far as it was tapped: how far it goes on is not known.`
        : `${taps.length} taps: dull over ${round(hidden.dullAreaMm2 / 100)} cm², between ${round(hidden.dullAreaLowMm2 / 100)} and ${round(hidden.dullAreaHighMm2 / 100)}; line known to ±${mm(hidden.uncertaintyMm)}.`,
    );
  const moisture = wettestByDay(survey.readings);
  const [first, last] = [moisture[0], moisture.at(-1)];
  if (first && last)
    sheet.line(
      `Moisture ${first.value} on ${sheet.when(first.at)}, ${last.value} on ${sheet.when(last.at)}${survey.dryReference === null ? '' : `; dry reference ${survey.dryReference}`}${survey.moistureLimit === null ? '' : `; dry enough at ${survey.moistureLimit}`}.`,
    );
  if (survey.marks.length > 0)
    sheet.line(
      `Also mapped: ${survey.marks.map((mark) => `${mark.name || MARK_NAMES[mark.kind].toLowerCase()}${mark.kind === 'crack' ? ` ${mm(crackLength(mark.points))} long` : ''}`).join('; ')}.`,
    );
  for (const { id, name, at, by, sha256 } of photos)
    sheet.line(
      `Photograph “${name}”, ${by}, ${sheet.when(at)}${survey.photo?.id === id ? ', squared up under the drawing' : ''}. SHA-256 ${sha256.slice(0, 16)}…`,
    );
  if (survey.expected)
    sheet.line(
      `Expected before grinding ${round(measureOffset(survey.expected.shape, 0).areaMm2 / 100)} cm², found ${round(measureOffset(damage.shape, 0).areaMm2 / 100)} cm².`,
    );
}

function decisions(sheet: Sheet, { inputs, conditions, checks: marks }: RecordBody, plan: RepairPlan): void {
  const { resin, parent, taper, match } = plan;
  const { pliesFrom } = inputs.laminate;
  if (resin) {
    sheet.section('Laminate and resin');
    const percent = Math.round(resin.evidence.posterior[resin.evidence.mostLikely] * 100);
    sheet.line(
      `Parent: ${percent} % ${PARENT_NAMES[resin.evidence.mostLikely].toLowerCase()}, treated as ${PARENT_NAMES[resin.parent].toLowerCase()}.${parent ? ` Thickness ${mm(parent.thicknessMm, 1)}, ${parent.plies.length} plies${parent.guessed ? ' (guessed from thickness)' : pliesFrom ? ` (as found on another job: ${pliesFrom}; not read here)` : ''}.` : ''}`,
    );
    for (const zone of resin.zones)
      sheet.line(
        `${zone.name}: ${Math.round(zone.evidence.posterior[zone.evidence.mostLikely] * 100)} % ${PARENT_NAMES[zone.evidence.mostLikely].toLowerCase()}, treated as ${PARENT_NAMES[zone.parent].toLowerCase()}. The most careful verdict of all parts rules.`,
      );
    sheet.line(`Resin chosen by: ${SCHOOL_NAMES[resin.verdicts.school]}. ${WHY_WORDS[resin.verdicts.why]}`);
    sheet.line(`System: ${resin.card?.name ?? 'none chosen'}.`, 'bold');
    if (inputs.resin.overrideReason)
      sheet.line(`Reason for going against the recommendation: ${inputs.resin.overrideReason}`);
    for (const family of resin.verdicts.families)
      sheet.line(
        `${PARENT_NAMES[family.family]}: ${VERDICT_NAMES[family.verdict].toLowerCase()}. ${family.reasons.map(({ reason, zone }) => (zone ? `${zone}: ${reason}` : reason)).join(' ')}`,
      );
    for (const condition of conditions) {
      const mark = marks.find((m) => m.checkId === condition.id && m.done);
      const owner = inputs.resin.owners?.[condition.id];
      sheet.line(
        `Condition: ${condition.text}.${owner ? ` Given to ${owner}.` : ''} ${mark ? `Met, ${mark.by}, ${sheet.when(mark.at)}.` : 'Not ticked off.'}`,
      );
    }
  }
  for (const reading of inputs.taper.alignment ?? [])
    sheet.line(
      `Lined up before it was bonded, ${reading.what.replace('-', ' ')}: ${round(reading.mm, 1)} mm off, ${round(reading.limitMm, 1)} allowed. ${reading.by}, ${sheet.when(reading.at)}.`,
    );
  if (taper) {
    sheet.section('Taper and match');
    const face = taper.footprint.faces[0]!;
    sheet.pairs([
      ['Taper', `${round(taper.ratio, 1)}:1 over ${mm(face.depthMm, 1)} = ${mm(face.taperWidthMm)}`],
      ['Footprint', `${mm(face.footprint.lengthMm)} × ${mm(face.footprint.widthMm)}`],
      ['Faces', taper.footprint.faces.length === 2 ? 'two, depth shared' : 'one'],
      ['To grind', volumeWords(taper.footprint.groundVolumeMm3 / 1e6)],
      [
        'Joint',
        taper.joint
          ? `${round(taper.joint.strengthRatio, 2)} of parent strength, bond ${taper.bond.mpa} MPa ${taper.bond.source ? `by trials: ${taper.bond.source}` : 'as usual'}`
          : 'not worked out',
      ],
      ['Table', `${round(taper.range.min, 0)} to ${round(taper.range.max, 0)}:1 for this service`],
    ]);
    if (match)
      sheet.line(
        `Patch over parent: ${match.ratios.map((r) => `${r.direction.toUpperCase()} ${round(r.ratio, 2)} ${BAND_NAMES[r.band]}`).join(' · ')} · weight ${match.weightRatio === null ? '–' : round(match.weightRatio, 2)}. 0.90 to 1.15 is a match.`,
      );
  }
}

function stackAndMix(sheet: Sheet, plan: RepairPlan, rezeroed: boolean): void {
  if (!plan.mix) return;
  if (plan.patch) plies(sheet, plan.patch, plan.mix);
  sheet.section(`Rounds: ${round(plan.rounds.reduce((sum, { massG }) => sum + massG, 0))} g in all`);
  for (const [i, each] of plan.rounds.entries()) {
    const plyWords = each.plies.length > 0 ? `, ${each.plies.length} ${each.plies.length === 1 ? 'ply' : 'plies'}` : '';
    const closing = each.closing ? `; then ${CLOSING_NAMES[each.closing].toLowerCase()}` : '';
    sheet.line(
      `${i + 1} ${roundName(each, plan.rounds)}: ${round(each.massG)} g${plyWords}, ${ONTO_NAMES[each.onto]}${closing}.`,
    );
  }
  const pots = plan.rounds.flatMap((each) => each.pots.map((pot) => ({ ...pot, name: roundName(each, plan.rounds) })));
  sheet.section(`Mix: ${pots.length} ${pots.length === 1 ? 'pot' : 'pots'}`);
  sheet.table(
    [
      { title: 'Round', width: 26, value: (p) => p.name },
      { title: 'Pot', width: 6, value: (p) => p.label },
      { title: 'Plies', width: 12, value: (p) => p.plies.join(', ') },
      { title: 'Resin to, g', width: 11, align: 'right', value: (p) => round(p.mix.scaleG[1], 1) },
      { title: secondTitle(plan, rezeroed), width: 15, align: 'right', value: (p) => round(p.mix.scaleG[2], 1) },
      { title: 'Adds, g', width: 10, align: 'right', value: (p) => round(p.mix.secondG, 1) },
      { title: 'Adds, ml', width: 10, align: 'right', value: (p) => round(p.mix.secondMl, 1) },
      { title: 'Filler, g', width: 10, align: 'right', value: (p) => (p.fillerG > 0 ? round(p.fillerG, 1) : '') },
    ],
    pots,
  );
}

function plies(sheet: Sheet, patch: NonNullable<RepairPlan['patch']>, mix: NonNullable<RepairPlan['mix']>): void {
  sheet.section(
    `Plies, in laying order (${ORDER_NAMES[patch.faces[0]!.stack.plies[0]!.sizeIndex === 0 ? 'smallest-first' : 'largest-first'].toLowerCase()})`,
  );
  const rows = patch.faces.flatMap((face, i) =>
    face.plies.map((ply, j) => ({ ...ply, face: i + 1, grams: mix.faces[i]!.quantity.plies[j]! })),
  );
  sheet.table(
    [
      {
        title: 'Ply',
        width: 8,
        value: (p) => `${patch.faces.length === 2 ? `${p.face}/` : ''}${p.laid}${p.cover ? ' cover' : ''}`,
      },
      { title: 'Fabric', width: 26, value: (p) => p.fabric.name },
      { title: 'Turn', width: 8, align: 'right', value: (p) => `${round(p.orientationDeg)}°` },
      { title: 'Size, mm', width: 16, align: 'right', value: (p) => `${round(p.lengthMm)} × ${round(p.widthMm)}` },
      { title: 'Thick, mm', width: 10, align: 'right', value: (p) => round(p.thicknessMm, 2) },
      { title: 'Fabric g', width: 10, align: 'right', value: (p) => round(p.grams.fabricG) },
      { title: 'Resin g', width: 10, align: 'right', value: (p) => round(p.grams.resinG) },
    ],
    rows,
  );
}

const secondTitle = (plan: RepairPlan, rezeroed: boolean): string =>
  `${rezeroed ? 'Zero, ' : ''}${plan.resin?.card?.kind === 'two-part' ? 'Hardener' : 'Catalyst'} to, g`;

function days(sheet: Sheet, plan: RepairPlan): void {
  if (!plan.days) return;
  sheet.section('Plan of the days');
  sheet.line('As it was planned with nothing else to do. When it was really done stands in the bench log.');
  sheet.table(
    [
      { title: 'Step', width: 24, value: (t) => taskName(t.id) },
      { title: 'From', width: 16, value: (t) => sheet.when(t.startAt) },
      { title: 'To', width: 16, value: (t) => sheet.when(t.endAt) },
      { title: 'Why', width: 44, value: (t) => stepWhy(t.why, t.kind, t) },
    ],
    plan.days.tasks,
  );
  for (const remark of [...plan.cold, ...plan.days.remarks]) sheet.line(remarkWords(remark));
}

function bench(sheet: Sheet, { log, checks: marks }: RecordBody): void {
  sheet.section('Bench log');
  const prepared = PREPARATION_CHECKS.flatMap((check) =>
    marks
      .filter((mark) => mark.checkId === check.id && mark.done)
      .map((mark) => `${check.text}: ${mark.by}, ${sheet.when(mark.at)}`),
  );
  for (const text of prepared) sheet.line(`Done: ${text}`);
  if (log.length === 0) return sheet.line('Nothing logged.');
  sheet.table(
    [
      { title: 'Time', width: 16, value: (l) => sheet.when(l.at) },
      { title: 'Who, on what', width: 20, value: (l) => `${l.by}${l.device ? `, ${l.device.name}` : ''}` },
      { title: 'What', width: 64, value: (l) => logText(l) },
    ],
    log,
  );
}

function logText({ entry, mixErrorPercent, within }: RecordBody['log'][number]): string {
  switch (entry.kind) {
    case 'start':
      return startWords(entry);
    case 'batch':
      return `${pouredWords(entry)} at ${round(entry.tempC, 1)} °C${
        mixErrorPercent === null
          ? ''
          : `; ${mixErrorPercent >= 0 ? '+' : ''}${round(mixErrorPercent, 1)} % off the ratio, ${within ? 'within' : 'OUT'}`
      }${entry.against ? `. A deviation: ${entry.against.reason}` : ''}`;
    default:
      return doneWords(entry);
  }
}

function checks(sheet: Sheet, { results, rework, revision, proofs = [] }: RecordBody): void {
  sheet.section('Inspection');
  for (const { checkId, pass, text } of proofs)
    sheet.line(
      `By the log, ${INSPECTION_CHECKS.find(({ id }) => id === checkId)?.label ?? checkId}: ${text}, ${pass ? 'pass' : 'FAIL'}.`,
    );
  if (results.length === 0) return sheet.line('No results yet.');
  const check = (id: string): (typeof INSPECTION_CHECKS)[number] | undefined =>
    INSPECTION_CHECKS.find((c) => c.id === id);
  sheet.table(
    [
      { title: 'Check', width: 24, value: (r) => check(r.checkId)?.label ?? r.checkId },
      { title: 'Limit', width: 26, value: (r) => check(r.checkId)?.limitText ?? '' },
      {
        title: 'Found',
        width: 20,
        value: (r) =>
          r.mean === null
            ? 'by eye'
            : `${round(r.mean, 2)}${r.spread === null ? '' : ` ± ${round(r.spread, 2)}`} (${r.readings.length})`,
      },
      { title: 'Result', width: 8, value: (r) => (r.pass ? 'pass' : 'FAIL') },
      {
        title: 'Who, when',
        width: 22,
        value: (r) =>
          `${r.by}, ${sheet.when(r.at)}${r.revision !== undefined && r.revision < revision ? `, carried over from revision ${r.revision}` : ''}${r.note ? `. ${r.note}` : ''}`,
      },
    ],
    results,
  );
  for (const item of rework)
    sheet.line(
      `Rework, ${check(item.checkId)?.label ?? item.checkId}: cause ${item.cause || 'not written'}; action ${item.action || 'not written'}; ${item.concession ? `accepted by ${item.closedBy}: ${item.concession}` : item.closedAt ? `closed ${sheet.when(item.closedAt)} by ${item.closedBy}` : 'open'}.`,
    );
}

function signatures(
  sheet: Sheet,
  { signature, technician, shop, events }: RecordBody,
  hash: string | null,
  seal: RecordFile['seal'],
): void {
  sheet.section('Signatures');
  sheet.line(`Work done by ${technician}, ${shop}.`);
  for (const { kind, detail, by, at } of events)
    if (kind === 'amended' && detail['reason'])
      sheet.line(
        `Opened again as revision ${String(detail['revision'])} by ${by}, ${sheet.when(at)}: ${String(detail['reason'])}`,
      );
  if (hash === null) return sheet.line('Not sealed. Nobody has accepted this repair yet.', 'bold');
  sheet.line(
    `“${signature.meaning}”: ${signature.by}, ${sheet.when(signature.at)}.${signature.singleHanded ? ' This shop runs single-handed: the same person did and accepted the work.' : ''}`,
    'bold',
  );
  sheet.line(`Seal (SHA-256): ${hash}`);
  if (seal)
    sheet.line(`Seal ${seal.number} of its chain, signed (Ed25519) with the key ${seal.publicKey}: ${seal.signature}`);
  else sheet.line('Nobody has signed this seal: it comes from before shops had keys, or from elsewhere.');
  sheet.line(
    'Any later change to the record gives another seal. Follow the product’s safety data sheet and local rules; this tool records and does not certify.',
  );
}
