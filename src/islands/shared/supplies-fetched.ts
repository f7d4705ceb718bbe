import { type SuppliesAnswer, suppliesAnswerSchema, type SuppliesChange } from '#model/api/supplies';
import { call, jsonPost } from './server-calls';

/** Papers, inks, own schools and what goes with what. @throws CallProblem */
export function fetchSupplies(): Promise<SuppliesAnswer> {
  return call(suppliesAnswerSchema, '/api/supplies');
}

/** Changes them. @returns how they are then. @throws CallProblem when nothing was changed. */
export function changeSupplies(change: SuppliesChange): Promise<SuppliesAnswer> {
  return call(suppliesAnswerSchema, '/api/supplies', jsonPost(change));
}
