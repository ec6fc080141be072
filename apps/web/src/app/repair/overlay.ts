import type { RepairDetail, SectionName } from '@ashstep/contract';
import { insistOn } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { INSPECTION_CHECKS, judge } from '@ashstep/core/inspection';
import { type RepairInputs, planRepair, stagesAfterEdit } from '@ashstep/core/repair';
import type { Command } from '../outbox/command';

/** A repair as the server knows it, with what was done here and is still on its way. */
export interface Overlaid {
  detail: RepairDetail;
  inputs: RepairInputs;
  /** Sections with an edit that is not acknowledged. */
  pending: ReadonlySet<SectionName>;
}

/**
 * Puts what is on its way over what the server knows. What the server has carried out already is not done twice.
 * @param trueMs a moment of this device's clock, by the server's
 */
export function overlay(
  known: RepairDetail,
  commands: readonly Command[],
  trueMs: (deviceMs: number) => number,
): Overlaid {
  const carriedOut = new Set(known.events.map(({ commandId }) => commandId));
  const open = commands.filter(({ id }) => !carriedOut.has(id));
  const detail = { ...known };
  const inputs = { ...known.inputs };
  const pending = new Set<SectionName>();
  for (const command of open) {
    const { act } = command;
    if (act.kind === 'inputs') {
      pending.add(act.section);
      Object.assign(inputs, { [act.section]: insistOn(inputs[act.section], act.changes) });
      detail.stageReached = stagesAfterEdit(detail.stageReached, act.section);
    } else if (command.refusal === null) done(detail, command, new Date(trueMs(command.madeAt)).toISOString());
  }
  return { detail, inputs, pending };
}

/** What an act does to a repair, as far as it can be told before the server has said so. */
function done(detail: RepairDetail, { id, act, personName: by }: Command, at: string): void {
  switch (act.kind) {
    case 'stage':
      detail.stageReached = act.stageReached;
      break;
    case 'log':
      detail.log = [...detail.log, { id, at, by, entry: act.entry, mixErrorPercent: null, within: null }];
      break;
    case 'check':
      detail.checks = [
        ...detail.checks.filter(({ checkId }) => checkId !== act.checkId),
        { checkId: act.checkId, done: act.done, by, at },
      ];
      break;
    case 'result': {
      // Some limits are those of the plan.
      const check =
        planRepair(detail.inputs).inspection.find(({ id: known }) => known === act.result.checkId) ??
        INSPECTION_CHECKS.find(({ id: known }) => known === act.result.checkId);
      const { pass, readings } = act.result;
      const { result } = attempt(() =>
        judge(check!, { ...(pass === undefined ? {} : { pass }), ...(readings ? { readings } : {}) }),
      );
      if (result)
        detail.results = [
          ...detail.results,
          {
            id,
            checkId: act.result.checkId,
            pass: result.pass,
            readings: readings ?? [],
            mean: result.mean,
            spread: result.spread,
            why: result.why,
            note: act.result.note,
            by,
            at,
            standing: detail.answersCount ? 'counts' : 'own',
            revision: detail.revision,
          },
        ];
      break;
    }
    case 'rework':
      detail.rework = detail.rework.map((item) =>
        item.id === act.itemId ? { ...item, cause: act.rework.cause, action: act.rework.action } : item,
      );
      break;
  }
}
