import { type AddTry, practiceAnswerSchema } from '#model/api/practice';
import { call, jsonPost } from '#islands/shared/server-calls.ts';

export const practiceAddress = '/api/practice';

/** How all drills went. @throws CallProblem */
export const fetchPractice = () => call(practiceAnswerSchema, practiceAddress);

/** Adds a time to a drill; the same again does nothing. @throws CallProblem */
export const addTry = (asked: AddTry) => call(practiceAnswerSchema, practiceAddress, jsonPost(asked));
