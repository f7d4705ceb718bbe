import Papa from 'papaparse';
import type { MarkerLine, Rack, RackMarker } from '#model/marker';
import { type RackFile, rackFileVersion } from '#model/rack-file';
import { hexOfLab } from '#core/colour/lab';
import { writePalette } from '#core/markers/palette-file';

export function rackAsJson(rack: Rack): string {
  // Only colours of the rack's own: what is assumed from a code is none of them.
  const markers = rack.markers.map(({ lab, colourSource, ...marker }) =>
    lab ? { ...marker, lab, colourSource: colourSource ?? 'picked' } : marker,
  );
  const file: RackFile = { format: 'aquachrome-rack', version: rackFileVersion, ...rack, markers };
  return JSON.stringify(file, null, 2);
}

export function lineAsPalette(line: MarkerLine, markers: readonly RackMarker[]): string {
  return writePalette(
    line.name,
    markers.filter(({ lineId }) => lineId === line.id),
  );
}

export function rackAsCsv(rack: Rack): string {
  const lineName = new Map(rack.lines.map(({ id, name }) => [id, name]));
  return Papa.unparse(
    rack.markers.map(({ code, lineId, owned, count, state, lab, colourSource, capLab, wanted, price }) => ({
      line: lineName.get(lineId) ?? '',
      code,
      owned: owned ? (count ?? 1) : 0,
      state: state ?? 'good',
      colour: lab ? hexOfLab(lab) : '',
      // The hex says what a screen shows; these three say which ink it is.
      lab: lab ? [lab.L, lab.a, lab.b].join(' ') : '',
      source: lab ? (colourSource ?? 'picked') : '',
      cap: capLab ? hexOfLab(capLab) : '',
      wanted: wanted ? 'yes' : '',
      price: price ?? '',
    })),
    // A cell that a spreadsheet would run as a formula is written as text.
    { escapeFormulae: true },
  );
}
