import type { readOn } from '#core/markers/readings';

/** How many of some markers have the colour that they have on this paper, in words. */
export function readOnWords({ here, elsewhere, none }: ReturnType<typeof readOn>, paper: string | undefined): string {
  const all = here + elsewhere + none;
  const on = paper === undefined ? 'on a paper nobody named' : `on ${paper}`;
  if (here === all) return `All ${all} markers in the colours that they were read in ${on}.`;
  const rest = [elsewhere > 0 ? `${elsewhere} in their newest colour elsewhere` : '', none > 0 ? `${none} not read at all` : ''].filter(
    Boolean,
  );
  return `${here} of ${all} markers in the colours that they were read in ${on}, ${rest.join(', ')}.`;
}
