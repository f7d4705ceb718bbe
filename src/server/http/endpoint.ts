import type { APIContext, APIRoute } from 'astro';
import { problemResponse } from './problem';

/** An endpoint that answers JSON, or throws and answers the one documented error shape. */
export function endpoint(answer: (context: APIContext) => Promise<Response | object>): APIRoute {
  return async (context) => {
    try {
      const result = await answer(context);
      return result instanceof Response ? result : Response.json(result, { headers: { 'cache-control': 'no-store' } });
    } catch (error) {
      return problemResponse(error);
    }
  };
}
