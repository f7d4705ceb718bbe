import { type ElementKind, elementKinds } from '#model/element-kind';
import type { Element, Picture } from '#model/picture';
import { saidOfWord, wordsOf } from './word-forms';

/** Words of names that tell what a thing is made of, in the singular. Common practice, no source. */
const kindWords: Record<Exclude<ElementKind, 'bare paper'>, string> = {
  skin: 'skin face hand cheek nose leg arm finger foot neck knee elbow shoulder toe thumb ear forehead chin',
  hair: 'hair beard plait braid fringe moustache mustache ponytail pigtail curl bun wig eyebrow brow goatee sideburn bob quiff',
  fur: 'fur tail paw mane stripe pelt',
  muzzle: 'muzzle snout',
  sleeve:
    'sleeve coat scarf cap hat dress trousers skirt shirt cloth boot glove mitten jacket jumper sweater cardigan blouse apron cape cloak robe gown hood sock stocking tie blanket quilt curtain flag tent sail dungarees overall pants shorts vest waistcoat pyjamas nightgown kimono tunic uniform costume raincoat bonnet beret shawl rug carpet cushion towel bunting',
  leaf: 'leaf grass stem moss',
  petal: 'petal flower blossom',
  wood: 'wood trunk branch plank basket board twig bark',
  stone: 'stone rock wall brick',
  metal:
    'metal buckle rim button goggles lantern key chain anchor spoon fork knife sword helmet armour shield kettle pan hinge nail screw pipe spanner hammer gear tin zip knight',
  glass: 'glass window pane lens jar bottle vase mirror',
  'white thing': 'white snow cloud egg paper',
};

/** What a thing is made of by its name, where that tells: "White fur" is fur. The last word that tells counts. */
export function kindOfName(name: string): ElementKind | undefined {
  const kinds = Object.keys(kindWords) as (keyof typeof kindWords)[];
  const kindOfWord = (form: string) => kinds.find((kind) => ` ${kindWords[kind]} `.includes(` ${form} `));
  return wordsOf(name)
    .map((word) => saidOfWord(word, kindOfWord))
    .findLast((kind) => kind !== undefined);
}

/** What the kinds are called on the screen: the trade says "sleeve" for all cloth, a maker of a dress does not. */
export const kindNames: Record<ElementKind, string> = {
  ...(Object.fromEntries(elementKinds.map((kind) => [kind, kind])) as Record<ElementKind, string>),
  sleeve: 'cloth',
};

/** What an element is made of: as the maker said, else as its name tells. */
export function kindOf({ kind, name }: Pick<Element, 'kind' | 'name'>): ElementKind | undefined {
  return kind ?? kindOfName(name);
}

/** Whether a name is one that the program gave: its maker has not named it yet. */
export function isFreshName(name: string): boolean {
  return /^(Element|Soft spot) \d+$/i.test(name);
}

/** Whether an element is bare paper that stays white on purpose. */
export function staysWhite({ kind }: Pick<Element, 'kind'>): boolean {
  return kind === 'bare paper';
}

/** Kinds of the trade as names that may be taken. */
export const tradeNames: readonly string[] = elementKinds
  .filter((kind) => kind !== 'bare paper')
  .map((kind) => `${kind.charAt(0).toUpperCase()}${kind.slice(1)}`);

/** Most names of the maker's own that are offered before the trade's. */
const mostOwn = 8;

/**
 * Names to choose from: some of the maker's own of other pictures first, then those of the trade; those that the picture has already are left
 * out, and those that say nothing.
 */
export function suggestedNames(picture: Pick<Picture, 'elements'>, own: readonly string[]): string[] {
  const taken = new Set(picture.elements.map(({ name }) => name.toLowerCase()));
  const fresh = (names: readonly string[]) =>
    names.filter((name) => {
      const plain = name.toLowerCase();
      if (taken.has(plain) || isFreshName(plain)) return false;
      taken.add(plain);
      return true;
    });
  return [...fresh(own).slice(0, mostOwn), ...fresh(tradeNames)];
}
