import type { Supplies } from '#model/supplies';

/** Invented papers, inks and pens of the Balloon Post. */
export const demoSupplies: Supplies = {
  supplies: [
    {
      id: 'demo-paper-snowdrift',
      kind: 'paper',
      name: 'Snowdrift card 300 g',
      sort: 'marker card',
      takenTurn: 1,
      sheet: { widthMm: 210, heightMm: 297 },
      thicknessMm: 0.32,
      sheetsLeft: 24,
    },
    {
      id: 'demo-paper-oatfield',
      kind: 'paper',
      name: 'Oatfield kraft',
      sort: 'kraft card',
      hex: '#c3a57e',
      sheet: { widthMm: 210, heightMm: 297 },
      thicknessMm: 0.35,
      sheetsLeft: 9,
    },
    { id: 'demo-paper-lagoon', kind: 'paper', name: 'Lagoon watercolour', sort: 'watercolour paper' },
    { id: 'demo-ink-nightfall', kind: 'line ink', name: 'Nightfall black', sort: 'alcohol-safe dye ink', takenTurn: 2 },
    { id: 'demo-ink-umber', kind: 'line ink', name: 'Umber heat-set', sort: 'heat-set ink', hex: '#5b4030' },
    { id: 'demo-ink-mist', kind: 'line ink', name: 'Mist no-line', sort: 'pale no-line ink', hex: '#c9c5be' },
    { id: 'demo-pencil-chalk', kind: 'pencil', name: 'Chalk white', sort: 'white pencil' },
    { id: 'demo-pen-frost', kind: 'pen', name: 'Frost gel', sort: 'white gel pen' },
    { id: 'demo-gloss-dew', kind: 'gloss', name: 'Dew', sort: 'raised drops' },
  ],
  goesWith: [],
  schools: [],
};
