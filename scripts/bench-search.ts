/** How long it takes to find kept recipes again: 10,000 of them with 100,000 marks, asked in every way. Prints medians, the 95th percentile and how each is planned. */
import { QueryTypes } from 'sequelize';
import { type FindRecipes, findRecipesSchema } from '#model/api/recipes';
import type { WrittenRecipe } from '#model/written-recipe';
import { openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { findRecipes, findStatement, termsThatBegin } from '#server/store/recipe-finds';
import { keepRecipe } from '#server/store/recipes';
import { demoRack } from '#demo/marker-lines';
import { madeUpWritten } from '../tests/made-up-recipe';
import { seeded } from '../tests/seeded';
import { freshDatabase, startCluster } from '../tests/server/cluster';

const [recipes, elementsEach, rounds, mostMs] = [10_000, 4, 60, 50] as const;
const things = 'scarf coat fur tail paw muzzle ear boot belt button letter cap glass leaf petal stem skirt basket flame cloud'.split(' ');
const colours = 'red white dark pale golden striped left right upper winter'.split(' ');
const papers = ['Snowdrift card 300 g', 'Oatfield kraft', 'Lagoon watercolour'];
const tags = 'gift spring winter birthday thanks baby wedding practice'.split(' ');

const random = seeded(28);
const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const rack = demoRack();
const lines = new Map(rack.lines.map(({ id, name }) => [id, name]));
const byFamily = new Map<string, typeof rack.markers>();
for (const marker of rack.markers) {
  if (marker.lab) byFamily.set(marker.family ?? '', [...(byFamily.get(marker.family ?? '') ?? []), marker]);
}

/** A recipe of seeded elements: ten marks in the mean of each four. */
function madeUp(number: number): WrittenRecipe {
  const elements = Array.from({ length: elementsEach }, (_, place) => {
    const family = one([...byFamily.values()]);
    const ladder = [0, 1, 2].map(() => one(family)).filter((marker, index, all) => all.indexOf(marker) === index);
    const rungs = ladder.map(({ id, code }) => ({ markerId: id, code, role: 'base' as const, share: 1 / ladder.length }));
    const marks = Array.from({ length: 2 + (place % 2) }, (_, mark) => ({
      ...{ number: mark + 1, code: rungs[0]?.code ?? '', where: 'all over', how: 'small circles', purpose: 'lay it' },
    }));
    return { id: `e${place}`, name: `${one(colours)} ${one(things)}`, areaMm2: 50, ladder: rungs, marks };
  });
  const used = new Set(elements.flatMap(({ ladder }) => ladder.map(({ markerId }) => markerId)));
  const markers = rack.markers.flatMap(({ id, code, family, lineId, lab }) => {
    if (!used.has(id)) return [];
    // Read anew every so often: inks are many more than markers.
    const moved = lab && { ...lab, L: Math.min(100, Math.max(0, lab.L + Math.round(4 * random()) / 2 - 1)) };
    return [
      {
        id,
        code,
        line: lines.get(lineId) ?? '',
        ...(family ? { family } : {}),
        ...(moved ? { lab: moved, source: 'measured' as const } : {}),
      },
    ];
  });
  return { ...madeUpWritten(elements, {}, { make: `Make ${number}`, paper: one(papers) }), markers };
}

const asks: Record<string, () => FindRecipes> = {
  all: () => ({}),
  code: () => ({ terms: [{ kind: 'code', term: one(rack.markers).code }] }),
  family: () => ({ terms: [{ kind: 'family', term: `${one([...byFamily.keys()])} of ${one([...lines.values()])}` }] }),
  element: () => ({ terms: [{ kind: 'element', term: one(things) }] }),
  'element and code': () => ({
    terms: [
      { kind: 'element', term: one(things) },
      { kind: 'code', term: one(rack.markers).code },
    ],
  }),
  paper: () => ({ terms: [{ kind: 'paper', term: one(papers) }] }),
  tag: () => ({ terms: [{ kind: 'tag', term: one(tags) }] }),
  'colour near this one': () => {
    const { lab = { L: 50, a: 0, b: 0 } } = one(rack.markers);
    return { near: { ...lab, L: Math.min(100, lab.L + random()) } };
  },
  words: () => ({ words: `make ${Math.floor(random() * recipes)}` }),
  'a word begun': () => ({ words: one(things).slice(0, 3) }),
  favourites: () => ({ onlyFavourites: true }),
  'a later page': () => ({ from: 60 * Math.floor(random() * 100) }),
};

const cluster = await startCluster();
const database = openDatabase(await freshDatabase(cluster.url));
try {
  await migrate(database.sequelize);
  const started = performance.now();
  let marks = 0;
  for (let number = 0; number < recipes; number++) {
    const recipe = madeUp(number);
    marks += recipe.elements.reduce((sum, element) => sum + element.marks.length, 0);
    const notes = { ...(random() < 0.3 ? { tags: [one(tags)] } : {}), ...(random() < 0.05 ? { isFavourite: true as const } : {}) };
    await keepRecipe(database, { id: `r${number}`, kept: { recipe, pictures: {} }, notes });
  }
  await database.sequelize.query('ANALYZE');
  console.log(`${recipes} recipes with ${marks} marks kept in ${((performance.now() - started) / 1000).toFixed(0)} s.`);
  let worst = 0;
  const tell = (name: string, times: number[], found: number, plan: string) => {
    times.sort((a, b) => a - b);
    const at = (share: number) => times[Math.min(times.length - 1, Math.floor(share * times.length))] ?? 0;
    worst = Math.max(worst, at(0.95));
    console.log(
      `${name.padEnd(22)} median ${at(0.5).toFixed(1).padStart(6)} ms, p95 ${at(0.95).toFixed(1).padStart(6)} ms, ${found} found in the last. ${plan}`,
    );
  };
  for (const [name, ask] of Object.entries(asks)) {
    const times: number[] = [];
    let found = 0;
    for (let round = 0; round < rounds; round++) {
      const asked = findRecipesSchema.parse(ask());
      const from = performance.now();
      found = (await findRecipes(database, asked)).total;
      times.push(performance.now() - from);
    }
    const { sql, bind } = await findStatement(database, findRecipesSchema.parse(ask()));
    const plan = await database.sequelize.query<{ 'QUERY PLAN': string }>(`EXPLAIN ${sql}`, { bind, type: QueryTypes.SELECT });
    const scans = plan.flatMap(
      (row) => /(Seq Scan|Index Scan|Index Only Scan|Bitmap Index Scan)[^(]*on (\w+)/.exec(row['QUERY PLAN'])?.slice(1).join(' ') ?? [],
    );
    tell(name, times, found, [...new Set(scans)].join(', '));
  }
  const times: number[] = [];
  let offered = 0;
  for (let round = 0; round < rounds; round++) {
    const from = performance.now();
    offered = (await termsThatBegin(database, one(things).slice(0, 1 + (round % 3)))).terms.length;
    times.push(performance.now() - from);
  }
  tell('what begins so', times, offered, '');
  console.log(`The slowest 95th percentile is ${worst.toFixed(1)} ms; ${mostMs} are asked.`);
  if (worst > mostMs) process.exitCode = 1;
} finally {
  await database.sequelize.close();
  await cluster.stop();
}
