import type { APIContext, APIRoute } from 'astro';
import { epochHeader } from '#model/api/epoch';
import { database } from '#server/db/database';
import { isOfHistory, otherHistory, readInstallation } from '#server/store/installation';
import { problemResponse } from './problem';

/** What a page that was open over a restore would write onto another history is refused; what names none says so itself, or reads. */
async function checkHistory(request: Request): Promise<void> {
  const named = request.headers.get(epochHeader);
  if (named === null || request.method === 'GET' || request.method === 'HEAD') return;
  if (!isOfHistory(await readInstallation(database()), named)) throw otherHistory();
}

/** An endpoint that answers JSON, or throws and answers the one documented error shape. Each answer names the history of the data. */
export function endpoint(answer: (context: APIContext) => Promise<Response | object>): APIRoute {
  return async (context) => {
    try {
      await checkHistory(context.request);
      const result = await answer(context);
      const response = result instanceof Response ? result : Response.json(result, { headers: { 'cache-control': 'no-store' } });
      response.headers.set(epochHeader, (await readInstallation(database())).epoch);
      return response;
    } catch (error) {
      return problemResponse(error);
    }
  };
}
