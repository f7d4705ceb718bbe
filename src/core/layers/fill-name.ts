import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';
import { hueWord } from '#core/colour/hue-words';
import { labOfHex } from '#core/colour/lab';

/** Less chroma than this is no hue (common practice, no source). */
const leastChroma = 8;

/** What shapes of a fill are called that nobody gave a name: "Light blue", "Grey". @param hex `#rrggbb`. */
export function fillName(hex: string): string {
  const lab = labOfHex(hex);
  const word = chromaOf(lab) < leastChroma ? 'grey' : hueWord(hueDegOf(lab));
  const words = lab.L > 75 ? `light ${word}` : lab.L < 40 ? `dark ${word}` : word;
  return words[0]?.toUpperCase() + words.slice(1);
}

/** What a fill is in a drawing that is to be coloured: ink of its lines, paper, or an area. @param hex `#rrggbb`. */
export function fillRole(hex: string): 'ink' | 'paper' | 'area' {
  const lab = labOfHex(hex);
  if (lab.L < 25 && chromaOf(lab) < 20) return 'ink';
  return lab.L > 97 && chromaOf(lab) < leastChroma ? 'paper' : 'area';
}
