import type { MarkerLine, Rack, RackMarker } from '#model/marker';
import type { Database } from '#server/db/database';

/** All lines and markers, markers by code. */
export async function readRack(database: Database): Promise<Rack> {
  const [lines, markers] = await Promise.all([
    database.markerLines.findAll({ order: [['name', 'ASC']] }),
    database.markers.findAll({ order: [['code', 'ASC']] }),
  ]);
  return {
    lines: lines.map(({ id, name, rule, note }) => ({ id, name, rule, ...(note === null ? {} : { note }) })),
    markers: markers.map(({ id, lineId, code, family, group, depth, lab, owned, state }) => ({
      id,
      lineId,
      code,
      owned,
      state,
      ...(family === null ? {} : { family }),
      ...(group === null ? {} : { group }),
      ...(depth === null ? {} : { depth }),
      ...(lab === null ? {} : { lab }),
    })),
  };
}

/** Puts lines with their markers into the rack; what is there already stays as it is. */
export async function addToRack(database: Database, lines: readonly MarkerLine[], markers: readonly RackMarker[]): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    await database.markerLines.bulkCreate(
      lines.map((line) => ({ ...line, note: line.note ?? null })),
      { ignoreDuplicates: true, transaction },
    );
    await database.markers.bulkCreate(
      markers.map((marker) => ({
        id: marker.id,
        lineId: marker.lineId,
        code: marker.code,
        family: marker.family ?? null,
        group: marker.group ?? null,
        depth: marker.depth ?? null,
        lab: marker.lab ?? null,
        owned: marker.owned,
        state: marker.state ?? 'good',
      })),
      { ignoreDuplicates: true, transaction },
    );
  });
}
