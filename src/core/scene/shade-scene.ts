import { directionOf, type Lamp, shade } from '#core/light/shade';
import { formOfBody } from './body-form';
import { type LabelledPicture, usualPxPerMm } from './borders';
import { type ContactOptions, contactOf, usualContact } from './contact';
import { type PictureParts, partsOfPicture } from './parts';
import { bodiesByLabel, type CoveringBody, type SceneBody, type SceneFront } from './scene-bodies';
import { type LitForm, shadingAt } from './shading-at';

/** A picture with what is known of how its regions stand to each other. */
export type ShadedScene = LabelledPicture & {
  /** What is shaded as one; a region in none is a body of its own. */
  bodies?: readonly SceneBody[] | undefined;
  /** What lies in front at common borders; none is guessed. */
  fronts?: readonly SceneFront[] | undefined;
};

export type ShadeSceneOptions = {
  /** Contact and cast shadow. Default: as usual. */
  contact?: Partial<ContactOptions>;
  /** Whether cut ends are sought, where a straight-sided thing is cut off across and does not round away. Default true. */
  findsCuts?: boolean;
};

/** The light on a body, its own or of what it lies on. */
type LitBody = { own: LitForm | null; host: LitBody | null };

/** Lights bodies, each once. @param formFor gives the form of a body. */
export function bodyLighter(lamp: Lamp, formFor: (body: CoveringBody) => Omit<LitForm, 'light'>) {
  const lit = new Map<CoveringBody, LitBody>();
  const light = (body: CoveringBody): LitBody => {
    const known = lit.get(body);
    if (known) return known;
    const host = body.host && light(body.host);
    // What lies on another as a pattern takes part in its form; else it adds its own to it.
    const made: LitBody = { own: !host || body.relief.kind !== 'pattern' ? lightForm(body) : null, host };
    lit.set(body, made);
    return made;
  };
  const lightForm = (body: CoveringBody): LitForm => {
    const placed = formFor(body);
    return { ...placed, light: shade(placed.form, lampOn(placed, lamp), { signed: true }) };
  };
  /** What a surface that looks straight up gets. */
  const flat = lamp.kind === 'distant' ? directionOf(lamp)[2] : 0.7;
  const lightAt = (own: LitBody, x: number, y: number): number => {
    const beneath = own.host ? lightAt(own.host, x, y) : 0;
    if (!own.own) return beneath;
    const light = shadingAt(own.own, x, y);
    return own.host ? beneath + light - flat : light;
  };
  return (body: CoveringBody) => {
    const own = light(body);
    return (x: number, y: number) => lightAt(own, x, y);
  };
}

/** A lamp as it stands to a form that is cut out of the picture. */
function lampOn({ left, top, formScale }: Omit<LitForm, 'light'>, lamp: Lamp): Lamp {
  if (lamp.kind === 'distant') return lamp;
  return { kind: 'near', xPx: (lamp.xPx - left) / formScale, yPx: (lamp.yPx - top) / formScale, heightPx: lamp.heightPx / formScale };
}

const none: ReadonlySet<number> = new Set();

/** For a label all labels of bodies that lie in front of its own, as some border of the two says. */
export function labelsBefore(
  bodyOf: (label: number) => CoveringBody,
  fronts: readonly SceneFront[],
): (label: number) => ReadonlySet<number> {
  const before = new Map<CoveringBody, Set<number>>();
  for (const { front, behind } of fronts) {
    // Nothing lies in front of itself.
    if (bodyOf(front) === bodyOf(behind)) continue;
    const own = before.get(bodyOf(behind)) ?? new Set<number>();
    for (const label of bodyOf(front).covered) own.add(label);
    before.set(bodyOf(behind), own);
  }
  return (label) => before.get(bodyOf(label)) ?? none;
}

/**
 * The light of a whole picture: forms of bodies that go on behind what lies in front and beneath what lies on them, cut off at cut ends, with
 * contact and cast shadow.
 * @param scene labels row-major, 0 = paper outside.
 * @param lamp a near one in px of the picture.
 * @returns larger = lighter (about -1 to 1, less in shadow), NaN on the paper outside.
 * @throws RangeError or TypeError when the map, the lamp or an option is out of range.
 */
export function shadeScene(scene: ShadedScene, lamp: Lamp, options: ShadeSceneOptions = {}): Float32Array {
  const { width, height, labels, pxPerMm = usualPxPerMm, bodies, fronts = [] } = scene;
  const { contact, findsCuts = true } = options;
  if (!(labels instanceof Uint16Array)) throw new TypeError('shadeScene expects labels as a Uint16Array, 0 = paper outside');
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || labels.length !== width * height) {
    throw new RangeError(`shadeScene expects width x height = ${width * height} labels, got ${labels.length}`);
  }
  if (!(pxPerMm > 0)) throw new RangeError(`shadeScene expects pxPerMm over 0, got ${pxPerMm}`);
  const picture: PictureParts = partsOfPicture(labels, width, height);
  const bodyOf = bodiesByLabel(picture, { bodies, fronts });
  const known = new Map<number, CoveringBody>();
  const bodyAt = (label: number): CoveringBody => {
    const own = known.get(label) ?? bodyOf(label);
    known.set(label, own);
    return own;
  };
  const lit = bodyLighter(lamp, (body) => {
    const { scale, ...placed } = formOfBody(picture, body, { pxPerMm: findsCuts ? pxPerMm : null });
    return { ...placed, formScale: scale };
  });
  const shadowOf = contactOf({ width, height, labels, pxPerMm }, lamp, labelsBefore(bodyAt, fronts), { ...usualContact, ...contact });
  const lightOf = new Map<number, (x: number, y: number) => number>();
  const light = new Float32Array(labels.length).fill(Number.NaN);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (label === 0) continue;
    let own = lightOf.get(label);
    if (!own) {
      const [form, shadow] = [lit(bodyAt(label)), shadowOf(label)];
      own = (x, y) => form(x, y) - shadow(x, y);
      lightOf.set(label, own);
    }
    light[i] = own(i % width, Math.floor(i / width));
  }
  return light;
}
