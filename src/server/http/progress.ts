import { problemOf } from './problem';

/** Told at most so often. */
const leastMs = 100;

/**
 * An answer to work that takes its time: lines of JSON, each with how far it is, the last with what came of it or what was wrong (model/api/bundles.ts,
 * `progressLineSchema`). The work goes on when whoever asked has left.
 */
export function answerWithProgress(work: (tell: (share: number) => void) => Promise<object>): Response {
  let told = 0;
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start: async (controller) => {
      let isOpen = true;
      const line = (value: object) => {
        if (!isOpen) return;
        try {
          controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
        } catch {
          // Whoever asked has left.
          isOpen = false;
        }
      };
      try {
        const done = await work((share) => {
          if (performance.now() - told < leastMs) return;
          told = performance.now();
          line({ share: Math.round(share * 1000) / 1000 });
        });
        line({ done });
      } catch (error) {
        const { status, problem } = problemOf(error);
        line({ problem, status });
      }
      if (isOpen) controller.close();
    },
  });
  return new Response(body, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}
