import { problemOf } from '../src/server/http/problem';

/** Does the work of a script; what goes wrong is told in a line of words, and the script ends with 1. */
export async function inWords(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    const { status, problem } = problemOf(error, { quietly: true });
    // What nobody foresaw is told as it is: its first line, without the trace.
    const message =
      status === 500 ? String(error instanceof Error ? error.message : error).split('\n')[0] : `${problem.message} ${problem.remedy}`;
    console.error(`Aquachrome: ${message}`);
    process.exitCode = 1;
  }
}
