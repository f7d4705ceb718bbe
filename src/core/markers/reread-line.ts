import type { MarkerLine, RackMarker } from '#model/marker';
import { readCode } from './code-rule';

/** The markers of a line with family, group and depth as its rule reads them now; what no longer fits keeps only its code. */
export function rereadLine(line: MarkerLine, markers: readonly RackMarker[]): RackMarker[] {
  return markers.map(({ family: _, group: __, depth: ___, ...marker }) => {
    const read = readCode(line.rule, marker.code);
    if (!read.ok) return marker;
    const { family, group, depth } = read;
    return { ...marker, family, ...(group === undefined ? {} : { group }), ...(depth === undefined ? {} : { depth }) };
  });
}
