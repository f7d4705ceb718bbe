import { QueryTypes, type Transaction } from 'sequelize';
import * as z from 'zod/mini';
import type { SessionEntry, SessionHead, SessionMarker } from '#model/session';
import { makeSchemaVersion } from '#model/make';
import { markerStates, type MarkerEvent, markerEventSchema, type PairNote, pairNoteSchema } from '#model/marker';
import type { Operation } from '#model/operation';
import { dayOf } from '#core/make/day-of';
import { sessionState } from '#core/session/session-state';
import { substituteInMake } from '#core/session/substitute';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { applyBatch } from './apply-batch';
import { readStored } from './make-rows';
import { lockRack, orderedPair } from './rack';

const stateSchema = z.enum(markerStates);
/** What an entry changed in the rack, as it was before and as it put it. */
const beforeSchema = z.union([
  z.object({ markerId: z.string(), state: stateSchema, put: stateSchema, event: z.nullable(markerEventSchema) }),
  z.object({ pair: pairNoteSchema, note: z.nullable(pairNoteSchema) }),
]);
type Before = z.infer<typeof beforeSchema>;
type MarkerState = z.infer<typeof stateSchema>;

/** The state that an entry tells of a marker; null: none. */
function stateTold(entry: SessionEntry): MarkerState | null {
  if (entry.kind === 'leak') return 'leaking';
  if (entry.kind !== 'other') return null;
  return entry.reason === 'dry' || entry.reason === 'low' ? entry.reason : null;
}

/** Whether an entry may change the rack. */
export const tellsOfRack = (entry: SessionEntry): boolean => entry.kind === 'undo' || entry.kind === 'noBlend' || stateTold(entry) !== null;

async function putState(
  database: Database,
  markerId: string,
  put: MarkerState,
  day: string,
  transaction: Transaction,
): Promise<Before | null> {
  const row = await database.markers.findByPk(markerId, { transaction });
  if (!row || row.state === put) return null;
  const event: MarkerEvent | null = put === 'dry' ? { on: day, kind: 'ran dry' } : null;
  const state = stateSchema.parse(row.state);
  await row.update({ state: put, ...(event ? { events: [...(row.events ?? []), event].slice(-500) } : {}) }, { transaction });
  return { markerId, state, put, event };
}

async function putNote(database: Database, pair: PairNote, transaction: Transaction): Promise<Before | null> {
  const { firstId, secondId } = pair;
  if ((await database.markers.count({ where: { id: [firstId, secondId] }, transaction })) < 2) return null;
  const row = await database.pairNotes.findOne({ where: { firstId, secondId }, transaction });
  const note = row ? pairNoteSchema.parse(row.get()) : null;
  await database.pairNotes.bulkCreate([pair], { updateOnDuplicate: ['verdict', 'reason', 'on'], transaction });
  return { pair, note };
}

/** Puts back what an entry changed, unless it was changed again since. */
async function putBack(database: Database, before: Before, transaction: Transaction): Promise<void> {
  if ('pair' in before) {
    const { firstId, secondId, verdict, on } = before.pair;
    const row = await database.pairNotes.findOne({ where: { firstId, secondId }, transaction });
    if (!row || row.verdict !== verdict || row.on !== on) return;
    if (before.note) await row.update({ verdict: before.note.verdict, reason: before.note.reason, on: before.note.on }, { transaction });
    else await row.destroy({ transaction });
    return;
  }
  const row = await database.markers.findByPk(before.markerId, { transaction });
  if (row?.state !== before.put) return;
  const events = [...(row.events ?? [])];
  const told = events.findLastIndex(({ kind, on }) => kind === before.event?.kind && on === before.event.on);
  if (told >= 0) events.splice(told, 1);
  await row.update({ state: before.state, ...(before.event ? { events: events.length > 0 ? events : null } : {}) }, { transaction });
}

/** The pair that an entry says does not blend; null where one of them is none of the rack. `reason`: a dry marker, where one of the two is. */
async function pairOf(
  database: Database,
  entry: Extract<SessionEntry, { kind: 'noBlend' }>,
  own: SessionMarker | undefined,
  transaction: Transaction,
): Promise<PairNote | null> {
  const [one, other] = [own?.markerId, entry.with.markerId];
  if (!one || !other || one === other) return null;
  const states = await database.markers.findAll({ where: { id: [one, other] }, attributes: ['state'], transaction });
  const isDry = states.some(({ state }) => state === 'dry' || state === 'low');
  return orderedPair({
    ...{ firstId: one, secondId: other, verdict: 'refuses', reason: isDry ? 'dry marker' : '' },
    on: dayOf(new Date(entry.atMs)),
  });
}

/**
 * Tells the rack what new entries of a session say of markers and pairs: dry, low, leaking, does not blend; and puts back what one that is taken back had changed. Part of the
 * transaction that keeps the entries, so that neither is without the other.
 * @param all entries of the session in their order. @param fresh ids of those that were not there before.
 */
export async function tellRack(
  database: Database,
  { sessionId, head, all, fresh }: { sessionId: string; head: SessionHead; all: readonly SessionEntry[]; fresh: ReadonlySet<string> },
  transaction: Transaction,
): Promise<void> {
  if (!all.some((entry) => fresh.has(entry.id) && tellsOfRack(entry))) return;
  await lockRack(database, transaction);
  const ofEntry = { session_id: sessionId };
  for (const [index, entry] of all.entries()) {
    if (!fresh.has(entry.id) || !tellsOfRack(entry)) continue;
    const earlier = all.slice(0, index);
    const then = sessionState(head, earlier);
    if (entry.kind === 'undo') {
      if (then.last?.id !== entry.of) continue;
      const [row] = await database.sequelize.query<{ before: unknown }>(
        'SELECT before FROM session_entries WHERE session_id = :session_id AND entry_id = :id',
        { replacements: { ...ofEntry, id: entry.of }, type: QueryTypes.SELECT, transaction },
      );
      const before = beforeSchema.safeParse(row?.before);
      if (before.success) await putBack(database, before.data, transaction);
      continue;
    }
    const own = 'mark' in entry ? then.standings.get(entry.mark)?.marker : undefined;
    const state = stateTold(entry);
    const pair = entry.kind === 'noBlend' ? await pairOf(database, entry, own, transaction) : null;
    const before = pair
      ? await putNote(database, pair, transaction)
      : state && own?.markerId
        ? await putState(database, own.markerId, state, dayOf(new Date(entry.atMs)), transaction)
        : null;
    if (!before) continue;
    await database.sequelize.query('UPDATE session_entries SET before = :before WHERE session_id = :session_id AND entry_id = :id', {
      replacements: { ...ofEntry, id: entry.id, before: JSON.stringify(before) },
      transaction,
    });
  }
}

/** Another window may edit the make at the same time: so often it is tried on the newest. */
const mostTries = 5;

type EditOfMake = { makeId: string; batchId: string; change: (stored: Awaited<ReturnType<typeof readStored>>) => Operation[] };

/** Edits a make as it is now, once: the same batch again does nothing. A make that is gone is left alone. */
async function editMake(database: Database, { makeId, batchId, change }: EditOfMake): Promise<void> {
  for (let tries = 1; ; tries++) {
    if ((await database.makes.count({ where: { id: makeId } })) === 0) return;
    if ((await database.makeBatches.count({ where: { makeId, batchId } })) > 0) return;
    const stored = await readStored(database, makeId);
    const operations = change(stored);
    if (operations.length === 0) return;
    const step = { id: batchId, turn: 'do' as const };
    try {
      await applyBatch(database, makeId, { schema: makeSchemaVersion, batchId, baseRevision: stored.row.revision, operations, step });
      return;
    } catch (error) {
      const mayPass = error instanceof ProblemError && error.status === 409 && tries < mostTries;
      if (!mayPass) throw error;
    }
  }
}

const batchOf = (entryId: string): string => `session-${entryId}`.slice(0, 64);

/**
 * Carries over into the make what the rest of a session follows: another marker in all ladders of what is coloured, and back where that was taken back. Each once, however
 * often it is told.
 */
export async function tellMake(
  database: Database,
  { makeId, head, all, told }: { makeId: string; head: SessionHead; all: readonly SessionEntry[]; told: ReadonlySet<string> },
): Promise<void> {
  for (const [index, entry] of all.entries()) {
    if (!told.has(entry.id)) continue;
    const then = sessionState(head, all.slice(0, index));
    if (entry.kind === 'other' && entry.rest) {
      const from = then.standings.get(entry.mark)?.marker.markerId;
      const { markerId, code } = entry.marker;
      if (!from || !markerId || from === markerId) continue;
      await editMake(database, {
        ...{ makeId, batchId: batchOf(entry.id) },
        change: ({ make }) => substituteInMake(make, head.of, from, { markerId, code }),
      });
    }
    if (entry.kind !== 'undo' || then.last?.id !== entry.of || then.last.kind !== 'other' || !then.last.rest) continue;
    const { last } = then;
    const before = sessionState(
      head,
      all.slice(
        0,
        all.findIndex(({ id }) => id === last.id),
      ),
    );
    const back = before.standings.get(last.mark)?.marker;
    const [batch] = await database.makeBatches.findAll({ where: { makeId, batchId: batchOf(last.id) }, attributes: ['operations'] });
    const touched = new Set(
      ((batch?.operations ?? []) as Operation[]).flatMap((one) => (one.kind === 'patch' && one.entity === 'treatment' ? [one.id] : [])),
    );
    const [from, toId] = [last.marker.markerId, back?.markerId];
    if (!from || !back || !toId) continue;
    await editMake(database, {
      ...{ makeId, batchId: batchOf(entry.id) },
      change: ({ make }) => substituteInMake(make, head.of, from, { markerId: toId, code: back.code }, (id) => touched.has(id)),
    });
  }
}
