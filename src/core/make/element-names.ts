import { type ElementKind, elementKinds } from '#model/element-kind';
import type { Element, Picture } from '#model/picture';

/** Words of names that tell what a thing is made of. Common practice, no source. */
const kindWords: Record<Exclude<ElementKind, 'bare paper'>, readonly string[]> = {
  skin: ['skin', 'face', 'hand', 'hands', 'cheek', 'cheeks', 'nose', 'leg', 'legs', 'arm', 'arms'],
  hair: ['hair', 'beard', 'plait', 'fringe', 'moustache'],
  fur: ['fur', 'tail', 'paw', 'paws', 'mane', 'stripes'],
  muzzle: ['muzzle', 'snout'],
  sleeve: [
    'sleeve',
    'sleeves',
    'coat',
    'scarf',
    'cap',
    'hat',
    'dress',
    'trousers',
    'skirt',
    'shirt',
    'cloth',
    'boot',
    'boots',
    'glove',
    'gloves',
  ],
  leaf: ['leaf', 'leaves', 'grass', 'stem', 'moss'],
  petal: ['petal', 'petals', 'flower', 'blossom'],
  wood: ['wood', 'trunk', 'branch', 'plank', 'basket', 'board'],
  stone: ['stone', 'stones', 'rock', 'wall', 'brick', 'bricks'],
  metal: ['metal', 'buckle', 'rim', 'rims', 'button', 'buttons', 'goggles', 'lantern', 'key'],
  glass: ['glass', 'window', 'pane', 'lens'],
  'white thing': ['white', 'snow', 'cloud', 'clouds', 'egg', 'paper'],
};

/** What a thing is made of by its name, where that tells: "White fur" is fur. The last word that tells counts. */
export function kindOfName(name: string): ElementKind | undefined {
  const words = name.toLowerCase().split(/[^\p{L}]+/u);
  const kinds = Object.keys(kindWords) as (keyof typeof kindWords)[];
  return words.map((word) => kinds.find((kind) => kindWords[kind].includes(word))).findLast((kind) => kind !== undefined);
}

/** What an element is made of: as the maker said, else as its name tells. */
export function kindOf({ kind, name }: Pick<Element, 'kind' | 'name'>): ElementKind | undefined {
  return kind ?? kindOfName(name);
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
      if (taken.has(plain) || /^(element|soft spot) \d+$/.test(plain)) return false;
      taken.add(plain);
      return true;
    });
  return [...fresh(own).slice(0, mostOwn), ...fresh(tradeNames)];
}
