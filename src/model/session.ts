import * as z from 'zod/mini';
import { checkKinds } from './check-kinds';
import { idSchema, sha256Schema } from './id';
import { labSchema, markerStates } from './marker';
import { mostElementName, mostPictureName } from './picture';
import { schoolIdSchema } from './school';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

/** Marks that a session may have: forty pictures of many elements. */
export const mostSessionMarks = 20_000;
/** Places of a picture: elements, and their wet areas one by one. */
const mostPlaces = 60_000;

const codeSchema = textSchema(80, { least: 1 });
const wordsSchema = textSchema(600);
/** A marker as it is named in a session: it stays readable when it has left the rack. */
export const sessionMarkerSchema = z.object({ markerId: z.nullable(idSchema), code: codeSchema, lab: z.optional(labSchema) });
export type SessionMarker = z.infer<typeof sessionMarkerSchema>;

/**
 * A mark as it was planned when the session began. `blend`: marks of one are never interrupted. `areaMm2`: what it covers. `seconds`: as it was expected to
 * take. `dryBefore`: marks that must have been dry for so long before it.
 */
export const plannedMarkSchema = z.extend(sessionMarkerSchema, {
  id: idSchema,
  blend: textSchema(300, { least: 1 }),
  pictureId: z.optional(idSchema),
  elementIds: z.array(idSchema).check(z.maxLength(2000)),
  /** Which of the places of its picture (sessionPictureSchema) it goes over, from 1, and which bands there, from 1. Absent: it is shown nowhere. */
  places: z.optional(z.array(z.int().check(z.minimum(1), z.maximum(mostPlaces))).check(z.maxLength(2000))),
  bands: z.optional(z.array(z.int().check(z.minimum(1), z.maximum(6))).check(z.maxLength(6))),
  /** What it goes over, in words. */
  over: textSchema(mostElementName * 4),
  where: wordsSchema,
  how: wordsSchema,
  nib: z.optional(textSchema(40)),
  /** Which of equal images it is laid on, and of how many. */
  copy: z.optional(z.object({ number: z.int().check(z.minimum(1), z.maximum(400)), of: z.int().check(z.minimum(2), z.maximum(400)) })),
  /** What to mind at it. */
  minds: z.optional(z.array(wordsSchema).check(z.maxLength(20))),
  school: schoolIdSchema,
  areaMm2: z.number().check(z.minimum(0), z.maximum(10_000_000)),
  seconds: z.number().check(z.minimum(0), z.maximum(1_000_000)),
  /** How long its ink can be blended, in s. */
  wetS: z.number().check(z.minimum(0), z.maximum(100_000)),
  dryBefore: z.optional(
    z.array(z.object({ mark: idSchema, seconds: z.number().check(z.minimum(0), z.maximum(100_000)) })).check(z.maxLength(200)),
  ),
});
export type PlannedMark = z.infer<typeof plannedMarkSchema>;

const sizePx = z.int().check(z.minimum(1), z.maximum(4000));
const blobOfSize = z.object({ sha256: sha256Schema, widthPx: sizePx, heightPx: sizePx });
/**
 * What is seen of a picture while it is coloured, as it was when the session began: its lines (a PNG), where each band lies (core/recipe/kept-band-map.ts; owners are
 * places, from 1), what each place is, and its recipe as it was written down (a WrittenRecipe as JSON).
 */
export const sessionPictureSchema = z.object({
  pictureId: idSchema,
  name: textSchema(mostPictureName),
  widthMm: z.number().check(z.positive(), z.maximum(3000)),
  heightMm: z.number().check(z.positive(), z.maximum(3000)),
  lines: z.optional(blobOfSize),
  map: z.optional(blobOfSize),
  places: z
    .array(z.object({ elementId: idSchema, part: z.nullable(z.int().check(z.minimum(1), z.maximum(255))) }))
    .check(z.maxLength(mostPlaces)),
  recipe: z.optional(sha256Schema),
  paper: z.optional(textSchema(mostSupplyName)),
});
export type SessionPicture = z.infer<typeof sessionPictureSchema>;

/** What is coloured in a session: pictures of a make, each in a colouring, so many alike. */
export const sessionHeadSchema = z.object({
  startedAtMs: z.int().check(z.minimum(0)),
  of: z
    .array(z.object({ pictureId: idSchema, colouringId: idSchema, repeats: z.int().check(z.minimum(1), z.maximum(400)) }))
    .check(z.minLength(1), z.maxLength(400)),
  marks: z.array(plannedMarkSchema).check(z.minLength(1), z.maxLength(mostSessionMarks)),
  pictures: z.optional(z.array(sessionPictureSchema).check(z.maxLength(400))),
  /** The card that it is coloured for, by its name. */
  card: z.optional(textSchema(60)),
});
export type SessionHead = z.infer<typeof sessionHeadSchema>;

/** Findings of one photo, and photos of one session, that are kept. */
export const mostCheckFindings = 400;
const mostMendMarks = 60;

export const checkKindSchema = z.enum(checkKinds);
const mmSchema = z.number().check(z.minimum(-1000), z.maximum(4000));
/** What a photo shows that was not planned. `places` of the picture, from 1: what it is of first. `looksLike`: the marker of the rack that another hue looks like. */
export const checkFindingSchema = z.object({
  id: idSchema,
  kind: checkKindSchema,
  places: z.array(z.int().check(z.minimum(1), z.maximum(mostPlaces))).check(z.maxLength(8)),
  xMm: mmSchema,
  yMm: mmSchema,
  areaMm2: z.number().check(z.minimum(0), z.maximum(1_000_000)),
  sureness: z.number().check(z.minimum(0), z.maximum(1)),
  /** The band that it is of, from 1, lightest first. */
  band: z.optional(z.int().check(z.minimum(1), z.maximum(6))),
  looksLike: z.optional(codeSchema),
});
export type KeptFinding = z.infer<typeof checkFindingSchema>;

/** What a photo was found to show. `lie`: from shares of the picture's sides to shares of the photo's, a projective map, row by row. */
const checkedFields = {
  pictureId: idSchema,
  copy: z.optional(z.int().check(z.minimum(1), z.maximum(400))),
  photo: sha256Schema,
  fitMm: z.number().check(z.minimum(0), z.maximum(1000)),
  lie: z.array(z.number()).check(z.length(9)),
  findings: z.array(checkFindingSchema).check(z.maxLength(mostCheckFindings)),
  /** Places that the photo cannot show for sure. */
  notJudged: z.array(z.int().check(z.minimum(1), z.maximum(mostPlaces))).check(z.maxLength(2000)),
};

/** What covers a slip. */
export const slipCovers = ['lift', 'darker neighbour', 'dots', 'white gel'] as const;
/** Why another marker is taken. */
export const otherReasons = ['dry', 'low', 'missing', 'liked better'] as const;

const ofMark = { mark: idSchema };
const entry = <K extends string, S extends z.core.$ZodLooseShape>(kind: K, more: S) =>
  z.object({ id: idSchema, atMs: z.int().check(z.minimum(0)), kind: z.literal(kind), ...more });

/**
 * What happened in a session, in the order in which it was told. Each is one act; `undo` takes back the one that it names, if that is the last that stands. `rest`: the
 * other marker also takes the place of the first in all that is still to be done.
 */
export const sessionEntrySchema = z.discriminatedUnion('kind', [
  entry('done', ofMark),
  entry('again', ofMark),
  entry('darker', { ...ofMark, marker: sessionMarkerSchema }),
  entry('other', { ...ofMark, marker: sessionMarkerSchema, reason: z.enum(otherReasons), rest: z.boolean() }),
  entry('slip', { ...ofMark, cover: z.enum(slipCovers) }),
  entry('leak', ofMark),
  entry('leaveOut', ofMark),
  /** `states`: of the mark's own marker and of the other, as the rack had them then. */
  entry('noBlend', {
    ...ofMark,
    with: sessionMarkerSchema,
    states: z.optional(z.tuple([z.enum(markerStates), z.enum(markerStates)])),
  }),
  entry('pause', {}),
  entry('resume', {}),
  entry('undo', { of: idSchema }),
  entry('end', {
    happy: z.optional(z.enum(['yes', 'partly', 'no'])),
    nextTime: z.optional(textSchema(300)),
    photo: z.optional(sha256Schema),
  }),
  /** What the maker writes beside it later; the last stands. */
  entry('note', {
    note: z.optional(textSchema(4000)),
    tags: z.optional(z.array(textSchema(40, { least: 1 })).check(z.maxLength(30))),
    photo: z.optional(sha256Schema),
  }),
  entry('checked', checkedFields),
  /** What is done about a finding; of one finding the last stands. `marks` of a mend are laid in a last round, after all others. */
  entry('judged', {
    check: idSchema,
    finding: idSchema,
    choice: z.enum(['mend', 'leave', 'open']),
    marks: z.optional(z.array(plannedMarkSchema).check(z.maxLength(mostMendMarks))),
  }),
]);
export type SessionEntry = z.infer<typeof sessionEntrySchema>;
