import { paceAnswerSchema } from '#model/api/sessions';
import { type LearntPace, paceOf, type PaceTable } from '#core/session/pace';
import { call } from './server-calls';

export const paceAddress = '/api/sessions/pace';

/** The paces that were learnt. @throws CallProblem */
export const fetchPaces = async (): Promise<PaceTable> => (await call(paceAnswerSchema, paceAddress)).paces;
/** The maker's own pace. @throws CallProblem */
export const fetchPace = async (): Promise<LearntPace> => paceOf(await fetchPaces());
