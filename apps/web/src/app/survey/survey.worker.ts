import { type CoreError, type EncloseInput, type EncloseResult, attempt, enclose } from '@ashstep/core';

export type SurveyRequest = EncloseInput;
export type SurveyReply = { result: EncloseResult } | { code: CoreError['code'] };

addEventListener('message', ({ data }: MessageEvent<SurveyRequest>) => postMessage(reply(data)));

function reply(request: SurveyRequest): SurveyReply {
  const { result, error } = attempt(() => enclose(request));
  return error ? { code: error.code } : { result };
}
