import type * as z from 'zod/mini';
import {
  type DecodeAnswer,
  decodeAnswerSchema,
  type decodeRequestSchema,
  type OriginalAnswer,
  originalAnswerSchema,
} from '#model/api/originals';
import { call, jsonPost } from './server-calls';

/** Sends a file to be looked at and kept. @throws CallProblem that says what is wrong with it. */
export function bringIn(file: File): Promise<OriginalAnswer> {
  return call(originalAnswerSchema, '/api/originals', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
}

/** Decodes a kept original at its width on paper. @throws CallProblem */
export function decodeAt(request: z.input<typeof decodeRequestSchema>): Promise<DecodeAnswer> {
  return call(decodeAnswerSchema, '/api/pictures', jsonPost(request));
}
