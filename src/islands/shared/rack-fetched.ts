import { type RackAnswer, rackAnswerSchema, type RackChange } from '#model/api/rack';
import { withRackChanges } from '#core/markers/rack-changes';
import { call, jsonPost } from './server-calls';

const place = 'aquachrome-rack';

/** The rack as this tab knew it last; null where it knows none, or cannot read what it kept. */
function known(): RackAnswer | null {
  const text = sessionStorage.getItem(place);
  if (text === null) return null;
  try {
    const read = rackAnswerSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch (error) {
    // Not JSON: of another program, or cut off. All is fetched then.
    if (!(error instanceof SyntaxError)) throw error;
    return null;
  }
}

function keep(rack: RackAnswer): void {
  try {
    sessionStorage.setItem(place, JSON.stringify(rack));
  } catch (error) {
    // A browser that has no room fetches all of it the next time.
    if (!(error instanceof DOMException)) throw error;
    sessionStorage.removeItem(place);
  }
}

function address(rack: RackAnswer | null): string {
  return rack ? `/api/rack?${new URLSearchParams({ epoch: rack.epoch, since: String(rack.revision) })}` : '/api/rack';
}

/** The rack: whole the first time in a tab, later only what has changed. @throws CallProblem */
export async function fetchRack(): Promise<RackAnswer> {
  const before = known();
  const rack = withRackChanges(before, await call(rackAnswerSchema, address(before)));
  keep(rack);
  return rack;
}

/** Changes the rack. @returns how it is then. @throws CallProblem when nothing was changed. */
export async function changeRack(change: RackChange): Promise<RackAnswer> {
  const before = known();
  const rack = withRackChanges(before, await call(rackAnswerSchema, address(before), jsonPost(change)));
  keep(rack);
  return rack;
}
