import Papa from 'papaparse';
import type { MarkerLine, Rack, RackMarker } from '#model/marker';
import { type RackFile, rackFileSchema, rackFileVersion } from '#model/rack-file';
import { hexOfLab } from '#core/colour/lab';
import type { ColouredRack } from '#core/markers/readings';
import { writePalette } from '#core/markers/palette-file';

export function rackAsJson(rack: Rack): string {
  // Colours are readings: what a marker shows of them is none of its own.
  const file: RackFile = { format: 'aquachrome-rack', version: rackFileVersion, ...rack };
  return JSON.stringify(rackFileSchema.parse(file), null, 2);
}

export function lineAsPalette(line: MarkerLine, markers: readonly RackMarker[]): string {
  return writePalette(
    line.name,
    markers.filter(({ lineId }) => lineId === line.id),
  );
}

export function rackAsCsv(rack: ColouredRack): string {
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
