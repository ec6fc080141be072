import { type CoreError, attempt } from '@ashstep/core/errors';
import { type EncloseInput, type EncloseResult, enclose } from '@ashstep/core/survey';

export type SurveyRequest = EncloseInput;
export type SurveyReply = { result: EncloseResult } | { code: CoreError['code'] };

addEventListener('message', ({ data }: MessageEvent<SurveyRequest>) => postMessage(reply(data)));

function reply(request: SurveyRequest): SurveyReply {
  const { result, error } = attempt(() => enclose(request));
  return error ? { code: error.code } : { result };
}
