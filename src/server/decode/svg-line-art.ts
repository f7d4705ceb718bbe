import { type CssNode, generate, type List, type ListItem, parse, walk } from 'css-tree';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { ProblemError } from '#server/http/problem';
import lineArt from './line-art.json';

/** Signs an SVG may have, and tags: far more than any drawing, far fewer than what stops a renderer. */
const mostSigns = 20 * 1024 * 1024;
const mostTags = 100_000;
const mostDepth = 200;

const svgNamespace = 'http://www.w3.org/2000/svg';
const elements = new Set(lineArt.elements);
const properties = new Set(lineArt.properties);
const attributesKept = new Set([...lineArt.attributes, ...lineArt.properties]);
const effects = new Set(lineArt.effects);
/** Whose text is drawn, or read as style. */
const texts = new Set(['text', 'tspan', 'style']);

function refuse(message: string, remedy = 'Open it in your drawing program and save it as a plain SVG, or as a PNG.'): never {
  throw new ProblemError(422, { code: 'svg-refused', message, remedy });
}

/** Whether a reference leaves the file. Inside are #parts and embedded pictures. */
function pointsOutside(reference: string): boolean {
  const target = reference.trim();
  return target !== '' && !target.startsWith('#') && !/^data:image\/(png|jpeg|gif|webp)[;,]/i.test(target);
}

/** Text and attribute values as XML. */
const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] as string);

/** What is left of a style: the declarations on the list, with nothing from elsewhere. @param context what the text is, as css-tree calls it. */
function keptStyle(style: string, context: 'stylesheet' | 'declarationList' | 'value', found: (effect: string) => void): string {
  // CSS lets any letter be written as an escape, by its number or by itself: with escapes no reference can be judged, and no drawing needs them.
  if (style.includes('\\')) refuse('The SVG hides parts of its style behind escapes.');
  const tree = parse(style, { context, parseCustomProperty: false, onParseError: () => {} });
  walk(tree, {
    enter(node: CssNode, item: ListItem<CssNode>, list: List<CssNode>) {
      if (node.type === 'Url' && pointsOutside(node.value)) refuse('The SVG wants to load something from elsewhere.');
      if (node.type === 'Raw' && /url\s*\(/i.test(node.value)) refuse('The SVG wants to load something from elsewhere.');
      if (node.type === 'Atrule' && node.name.toLowerCase() === 'import') refuse('The SVG wants to load a style from elsewhere.');
      const name = node.type === 'Declaration' ? node.property.toLowerCase() : '';
      const value = node.type === 'Declaration' && effects.has(name) ? generate(node.value) : '';
      if (effects.has(name) && value !== 'none' && value !== 'normal') found(name);
      const isKept = node.type !== 'Atrule' && node.type !== 'Comment' && (name === '' || properties.has(name));
      if (!isKept && list && item) list.remove(item);
    },
  });
  return generate(tree);
}

/**
 * An SVG as line art needs it: what is on the list (line-art.json) is written anew, all else is taken out. Refused is what holds script, loads
 * anything from outside, defines entities, or is no drawing. The file is only read as text here; nothing in it runs.
 * @returns the SVG, and whether effects such as blur were among what was taken out.
 * @throws ProblemError 422 that says what was found.
 */
export function lineArtSvg(text: string): { svg: string; hadEffects: boolean } {
  if (text.length > mostSigns) refuse(`The SVG has more than ${mostSigns / 1024 / 1024} MB.`, 'Save it as a PNG of 300 dots per inch.');
  const parser = new SaxesParser({ xmlns: false });
  const written: string[] = [];
  /** Open elements: the name of one that is kept, null for one that is not. */
  const open: (string | null)[] = [];
  const prefixes = new Set(['']);
  let tags = 0;
  let styleText = '';
  let hadEffects = false;
  const found = () => {
    hadEffects = true;
  };
  const isIn = () => open.every((name) => name !== null);
  const attribute = (fullName: string, value: string): string => {
    const name = fullName === 'xlink:href' ? 'href' : fullName;
    const local = name.toLowerCase().replace(/^.*:/, '');
    if (/^on/.test(local)) refuse('The SVG holds script, which a drawing does not need.');
    if (local === 'href' || local === 'src') {
      if (/^\s*javascript:/i.test(value)) refuse('The SVG holds script, which a drawing does not need.');
      if (pointsOutside(value)) refuse('The SVG wants to load something from elsewhere.');
      return name === 'href' ? ` href="${escaped(value.trim())}"` : '';
    }
    if (effects.has(local) && value.trim() !== 'none') found();
    if (!attributesKept.has(name)) return '';
    if (name === 'style') return ` style="${escaped(keptStyle(value, 'declarationList', found))}"`;
    if (properties.has(name) && /\\|\/\*|url\s*\(/i.test(value)) return ` ${name}="${escaped(keptStyle(value, 'value', found))}"`;
    return ` ${name}="${escaped(value)}"`;
  };
  const onOpen = ({ name, attributes, isSelfClosing }: SaxesTagPlain) => {
    tags++;
    if (tags > mostTags) refuse(`The SVG has more than ${mostTags.toLocaleString('en')} parts.`, 'Save it as a PNG of 300 dots per inch.');
    if (open.length >= mostDepth) refuse('The SVG is nested too deeply.');
    for (const [key, value] of Object.entries(attributes))
      if (key.startsWith('xmlns:') && value === svgNamespace) prefixes.add(key.slice('xmlns:'.length));
    const [local = '', prefix = ''] = name.split(':').reverse();
    if (tags === 1 && local !== 'svg') refuse('The file says SVG, but holds something else.');
    if (local.toLowerCase() === 'script') refuse('The SVG holds script, which a drawing does not need.');
    const all = Object.entries(attributes).map(([key, value]) => attribute(key, value));
    if (/^fe[A-Z]/.test(local)) found();
    const isKept = isIn() && elements.has(local) && (prefixes.has(prefix) || tags === 1);
    // Style is gathered and written at its end, in one piece.
    if (isKept && local !== 'style')
      written.push(`<${local}${tags === 1 ? ` xmlns="${svgNamespace}"` : ''}${all.join('')}${isSelfClosing ? '/' : ''}>`);
    if (!isSelfClosing) open.push(isKept ? local : null);
  };
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY|\[/i.test(doctype)) refuse('The SVG defines entities, which can blow up without end.');
  });
  parser.on('processinginstruction', ({ target }) => {
    if (/stylesheet/i.test(target)) refuse('The SVG wants to load a style from elsewhere.');
  });
  parser.on('opentag', onOpen);
  parser.on('closetag', ({ isSelfClosing }) => {
    if (isSelfClosing) return;
    const wasIn = isIn();
    const local = open.pop();
    if (!wasIn || !local) return;
    if (local === 'style') {
      written.push(`<style>${escaped(keptStyle(styleText, 'stylesheet', found))}</style>`);
      styleText = '';
    } else written.push(`</${local}>`);
  });
  const onText = (piece: string) => {
    const holder = open.at(-1);
    if (!holder || !texts.has(holder) || !isIn()) return;
    if (holder === 'style') styleText += piece;
    else written.push(escaped(piece));
  };
  parser.on('text', onText);
  parser.on('cdata', onText);
  parser.on('error', (error) => {
    refuse(`The SVG cannot be read: ${error.message.replace(/^\d+:\d+: /, '')}.`);
  });
  parser.write(text).close();
  return { svg: written.join(''), hadEffects };
}
