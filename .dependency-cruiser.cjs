/** The floors of docs/architecture.md: a room imports only from rooms below it. */
const rooms = [
  { name: 'model', path: '^src/model', may: ['^src/model', '^node_modules/zod'] },
  {
    name: 'core',
    path: '^src/core',
    may: [
      '^src/core',
      '^src/model',
      '^node_modules/(culori|dequal|fflate|@noble|fastest-levenshtein|simplify-js|clipper2-ts|concaveman|@types/concaveman|date-fns|d3|uqr|crc-32)/',
    ],
  },
  {
    name: 'server',
    path: '^src/server',
    may: [
      '^src/server',
      '^src/core',
      '^src/model',
      '^node_modules/',
      '^(node:)?(child_process|crypto|fs|fs/promises|http|module|os|path|stream)$',
    ],
  },
  {
    name: 'workers',
    path: '^src/workers',
    may: ['^src/workers', '^src/core', '^src/model', '^node_modules/(comlink|fflate|papaparse|@types/papaparse|read-excel-file|saxes|zod)'],
  },
  {
    name: 'ui',
    path: '^src/ui',
    may: ['^src/ui', '^src/core', '^src/model', '^node_modules/(react|react-dom|d3|lucide-react|radix-ui|@types)'],
  },
  {
    name: 'pages',
    path: '^src/(pages|layouts)',
    may: ['^src/(pages|layouts|styles|islands|server|core|model)', '^node_modules/(zod|astro)'],
  },
  { name: 'islands', path: '^src/islands', may: ['^src/islands', '^src/ui', '^src/workers', '^src/core', '^src/model', '^node_modules/'] },
];

/** Rooms inside the core, and of which others each may make use; none of them goes round. */
const coreRooms = {
  bytes: [],
  colour: [],
  raster: [],
  outline: [],
  passes: ['outline', 'sharing'],
  spread: ['outline', 'raster', 'sharing'],
  cutting: ['outline', 'sharing'],
  card: ['cutting', 'make', 'outline', 'passes', 'raster', 'sharing', 'spread', 'technique'],
  layout: ['card', 'colour', 'light', 'make', 'outline', 'raster', 'scene', 'sharing', 'spread', 'technique'],
  assembly: ['card', 'layout', 'make', 'outline', 'technique'],
  check: ['outline', 'photo', 'raster', 'sharing'],
  sharing: ['colour'],
  make: ['bytes'],
  markers: ['colour', 'make', 'sharing'],
  light: ['raster', 'markers'],
  scene: ['colour', 'raster', 'light', 'make'],
  picture: ['bytes', 'raster', 'make', 'scene'],
  photo: ['raster', 'picture'],
  swatch: ['colour', 'make', 'markers', 'raster', 'photo'],
  camera: ['colour', 'make', 'sharing', 'swatch'],
  technique: ['colour', 'raster', 'make', 'markers', 'light', 'scene', 'sharing'],
  look: ['colour', 'make', 'markers', 'plan', 'scene', 'sharing', 'swatch', 'technique'],
  sheet: [],
  groups: ['colour', 'make', 'markers', 'scene', 'sharing'],
  recipe: ['bytes', 'colour', 'groups', 'light', 'make', 'markers', 'scene', 'technique'],
  layers: ['colour', 'raster', 'scene'],
  plan: ['colour', 'make', 'raster', 'light', 'picture', 'scene', 'technique'],
  practice: ['check', 'colour', 'markers', 'outline', 'raster', 'recipe', 'scene', 'swatch'],
  upgrade: ['make'],
  bundle: ['bytes', 'make', 'markers'],
  session: ['check', 'colour', 'groups', 'make', 'markers', 'raster', 'recipe', 'technique'],
};

/** One screen does not reach into another: what they share lies in src/islands/shared. */
const screens = {
  name: 'screens-stand-alone',
  severity: 'error',
  from: { path: '^src/islands/([^/]+)/' },
  to: { path: '^src/islands/[^/]+/', pathNot: '^src/islands/($1|shared)/' },
};

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    screens,
    ...rooms.map(({ name, path, may }) => ({
      name: `floor-of-${name}`,
      severity: 'error',
      comment: 'See docs/architecture.md, "Rooms".',
      from: { path, pathNot: '\\.test\\.tsx?$' },
      to: { pathNot: may.join('|') },
    })),
    ...Object.entries(coreRooms).map(([room, may]) => ({
      name: `core-${room}`,
      severity: 'error',
      comment: 'See docs/architecture.md, "Rooms": inside the core too a room makes use of those below it only.',
      from: { path: `^src/core/${room}/`, pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/core/', pathNot: [room, ...may].map((one) => `^src/core/${one}/`).join('|') },
    })),
    {
      name: 'nothing-imports-tests',
      severity: 'error',
      from: { path: '^src', pathNot: '\\.test\\.tsx?$' },
      to: { path: '\\.test\\.tsx?$|^tests/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.css$|^astro:|^virtual:' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node'],
      mainFields: ['module', 'main', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
