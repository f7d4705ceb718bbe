import type * as z from 'zod/mini';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import type { RackAnswer, RackChange, RackSince } from '#model/api/rack';
import {
  type ColourReading,
  colourReadingSchema,
  markerLineSchema,
  type PairNote,
  pairNoteSchema,
  type Rack,
  type RackMarker,
  rackMarkerSchema,
} from '#model/marker';
import { inRackOrder } from '#core/markers/rack-changes';
import type { Database } from '#server/db/database';
import type { MarkerRow } from '#server/db/models';
import { ProblemError } from '#server/http/problem';
import { readInstallation } from './installation';

/** Any number that only changes of the rack take. */
const rackLock = 7_240_613;

const detailNames = ['family', 'group', 'depth', 'capLab', 'count', 'wanted', 'price', 'nib', 'events'] as const;

/** A row without what it leaves out. */
const present = (row: object): object => Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null));

/** What a page is told of: it brings the pages' rack to how the rack is now. */
const tables = { lines: 'marker_lines', markers: 'markers', pairNotes: 'pair_notes', readings: 'colour_readings' } as const;

async function goneSince(database: Database, revision: number): Promise<RackAnswer['gone']> {
  const rows = await database.sequelize.query<{ table: string; key: string }>(
    'SELECT of_table AS table, key FROM belongings_gone WHERE revision > :revision',
    { replacements: { revision }, type: QueryTypes.SELECT },
  );
  const of = (name: string) => rows.filter(({ table }) => table === name).map(({ key }) => key);
  return { lines: of(tables.lines), markers: of(tables.markers), pairNotes: of(tables.pairNotes), readings: of(tables.readings) };
}

/** How often anything of what the maker has was changed. */
export async function belongingsRevision(database: Database): Promise<number> {
  const [row] = await database.sequelize.query<{ revision: string }>(
    `SELECT greatest(
       (SELECT max(revision) FROM marker_lines), (SELECT max(revision) FROM markers), (SELECT max(revision) FROM pair_notes),
       (SELECT max(revision) FROM colour_readings), (SELECT max(revision) FROM belongings_gone), 0
     ) AS revision`,
    { type: QueryTypes.SELECT },
  );
  return Number(row?.revision ?? 0);
}

/**
 * All lines, markers (by code), pair notes and readings of colours, or what has changed of them; a row that cannot be read is named, and hides no other.
 * @param since default, or of another history: all.
 */
export async function readRack(database: Database, since?: RackSince): Promise<RackAnswer> {
  const { epoch } = await readInstallation(database);
  // Before the rows: what is changed meanwhile is told of again, never left out.
  const revision = await belongingsRevision(database);
  const isWhole = since?.epoch !== epoch || since.revision > revision;
  const from = isWhole ? 0 : since.revision;
  const where = isWhole ? {} : { revision: { [Op.gt]: from } };
  const [lines, markers, pairNotes, readings, gone] = await Promise.all([
    database.markerLines.findAll({ where }),
    database.markers.findAll({ where }),
    database.pairNotes.findAll({ where }),
    database.colourReadings.findAll({ where, order: [['revision', 'ASC']] }),
    isWhole ? { lines: [], markers: [], pairNotes: [], readings: [] } : goneSince(database, from),
  ]);
  const unreadable: string[] = [];
  const read = <S extends z.ZodMiniType>(schema: S, name: string, row: object): z.output<S>[] => {
    const parsed = schema.safeParse(present(row));
    if (parsed.success) return [parsed.data];
    unreadable.push(name.slice(0, 80));
    return [];
  };
  return inRackOrder({
    ...{ epoch, revision, isWhole, gone, unreadable },
    lines: lines.flatMap((row) => read(markerLineSchema, String(row.name), row.get())),
    markers: markers.flatMap((row) => read(rackMarkerSchema, String(row.code), row.get())),
    pairNotes: pairNotes.flatMap((row) => read(pairNoteSchema, `${row.firstId} ${row.secondId}`, row.get())),
    readings: readings.flatMap(({ id, document }) => read(colourReadingSchema, `the reading ${id}`, document)),
  });
}

/** Adds readings of markers that are there. One that is there already, by its id, stays as it is: a request whose answer was lost comes again. */
async function addReadings(database: Database, readings: readonly ColourReading[], transaction: Transaction): Promise<void> {
  await database.colourReadings.bulkCreate(
    readings.map((document) => ({ id: document.id, markerId: document.markerId, document })),
    { ignoreDuplicates: true, transaction },
  );
}

/** Lets one change of the rack come after the other: two that touch the same rows in opposite order would lock each other out. */
export async function lockRack(database: Database, transaction: Transaction): Promise<void> {
  await database.sequelize.query(`SELECT pg_advisory_xact_lock(${rackLock})`, { transaction });
}

/** Whole rows: what a marker leaves out becomes null, so that taking something away works too. */
function rowsOf(markers: readonly RackMarker[]) {
  return markers.map((marker) => {
    const details = Object.fromEntries(detailNames.map((name) => [name, marker[name] ?? null])) as Pick<
      MarkerRow,
      (typeof detailNames)[number]
    >;
    const { id, lineId, code, owned, state = 'good' } = marker;
    return { ...details, id, lineId, code, owned, state };
  });
}

/** A note with its markers in the order in which pairs are kept. */
export function orderedPair(note: PairNote): PairNote {
  return note.firstId < note.secondId ? note : { ...note, firstId: note.secondId, secondId: note.firstId };
}

/** Each pair once, the last word counts: the database takes no row twice in one statement. */
function distinctPairs(notes: readonly PairNote[]): PairNote[] {
  const last = new Map(notes.map(orderedPair).map((note) => [`${note.firstId} ${note.secondId}`, note]));
  return [...last.values()];
}

/**
 * Applies a change of the rack whole or not at all.
 * @throws ProblemError 409 when a code would stand twice in one line, 422 for a reading of a marker that is not there.
 */
export async function changeRack(database: Database, change: RackChange): Promise<void> {
  const { lines = [], markers = [], pairNotes = [], readings = [], removeMarkers = [], removeLines = [] } = change;
  try {
    await database.sequelize.transaction(async (transaction) => {
      await lockRack(database, transaction);
      await database.markers.destroy({ where: { id: removeMarkers }, transaction });
      await database.markerLines.destroy({ where: { id: removeLines }, transaction });
      await database.markerLines.bulkCreate(
        lines.map((line) => ({ ...line, note: line.note ?? null })),
        { updateOnDuplicate: ['name', 'rule', 'note'], transaction },
      );
      await database.markers.bulkCreate(rowsOf(markers), {
        updateOnDuplicate: ['lineId', 'code', 'owned', 'state', ...detailNames],
        transaction,
      });
      await database.pairNotes.bulkCreate(distinctPairs(pairNotes), { updateOnDuplicate: ['verdict', 'reason', 'on'], transaction });
      await addReadings(database, readings, transaction);
    });
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    if (error.name === 'SequelizeForeignKeyConstraintError')
      throw new ProblemError(422, {
        code: 'not-there',
        message: 'This is about a marker or a line that is not in the rack any more.',
        remedy: 'Nothing was changed. Load the page again to see the rack as it is.',
      });
    if (error.name !== 'SequelizeUniqueConstraintError') throw error;
    throw new ProblemError(409, {
      code: 'stands-twice',
      message: 'A code stands twice in one line, or two lines have one name.',
      remedy: 'Nothing was changed. Take one of them out and try again.',
    });
  }
}

/** Puts lines with their markers into the rack; what is there already stays as it is. @param within a transaction that it is part of. Default: its own. */
export async function addToRack(database: Database, rack: Rack, within?: Transaction): Promise<void> {
  const add = async (transaction: Transaction) => {
    // Revisions are given in the order in which changes are kept.
    await lockRack(database, transaction);
    const options = { ignoreDuplicates: true, transaction };
    await database.markerLines.bulkCreate(
      rack.lines.map((line) => ({ ...line, note: line.note ?? null })),
      options,
    );
    await database.markers.bulkCreate(rowsOf(rack.markers), options);
    await database.pairNotes.bulkCreate(distinctPairs(rack.pairNotes), options);
    await addReadings(database, rack.readings, transaction);
  };
  await (within ? add(within) : database.sequelize.transaction(add));
}
