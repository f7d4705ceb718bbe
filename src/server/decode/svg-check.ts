import { SaxesParser } from 'saxes';
import { ProblemError } from '#server/http/problem';

/** Tags a line image may have: far more than any drawing, far fewer than what stops a renderer. */
const mostTags = 100_000;
const mostDepth = 200;

function refuse(message: string, remedy = 'Open it in your drawing program and save it as a plain SVG, or as a PNG.'): never {
  throw new ProblemError(422, { code: 'svg-refused', message, remedy });
}

/** A blur of a thousand pixels keeps any machine busy for minutes, and no line image needs one. */
function refuseFilters(): never {
  refuse(
    'The SVG uses filters, such as blur or shadow, which a line image does not need.',
    'Take the effects off in your drawing program and save it again, or save it as a PNG.',
  );
}

/** Whether a reference leaves the file. Inside are #parts and embedded pictures. */
function pointsOutside(reference: string): boolean {
  const target = reference
    .trim()
    .replace(/^['"]|['"]$/g, '')
    .trim();
  return target !== '' && !target.startsWith('#') && !/^data:image\/(png|jpeg|gif|webp)[;,]/i.test(target);
}

function checkStyle(style: string): void {
  if (/(^|[;{\s])filter\s*:(?!\s*none)/i.test(style)) refuseFilters();
  // CSS lets any letter be written as an escape, by its number or by itself: with escapes no reference can be judged, and no drawing needs them.
  if (style.includes('\\')) refuse('The SVG hides parts of its style behind escapes.');
  if (/@import/i.test(style)) refuse('The SVG wants to load a style from elsewhere.');
  for (const [, reference] of style.matchAll(/url\(([^)]*)\)/gi)) {
    if (pointsOutside(reference ?? '')) refuse('The SVG wants to load something from elsewhere.');
  }
}

/** Attributes that are text or numbers and never read as style: names may hold a stroke, paths of drawing programs do. */
const isPlainText = (name: string): boolean =>
  /:|^(id|class|d|points|transform|viewbox|version|lang)$|^(data|aria)-/.test(name.toLowerCase());

function checkAttribute(name: string, value: string): void {
  const local = name.toLowerCase().replace(/^.*:/, '');
  if (/^on/.test(local)) refuse('The SVG holds script, which a drawing does not need.');
  if (local === 'href' || local === 'src') {
    if (/^\s*javascript:/i.test(value)) refuse('The SVG holds script, which a drawing does not need.');
    if (pointsOutside(value)) refuse('The SVG wants to load something from elsewhere.');
  }
  if (local === 'filter' && value.trim() !== 'none') refuseFilters();
  if (local === 'style' || /url\(/i.test(value) || (value.includes('\\') && !isPlainText(name))) checkStyle(value);
}

/**
 * Refuses an SVG that holds script, loads anything from outside, defines entities, or is no drawing. The file is only read as
 * text here; nothing in it runs.
 * @throws ProblemError 422 that says what was found.
 */
export function checkSvg(text: string): void {
  const parser = new SaxesParser({ xmlns: false });
  let tags = 0;
  let depth = 0;
  let styleText = '';
  let inStyle = false;
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY|\[/i.test(doctype)) refuse('The SVG defines entities, which can blow up without end.');
  });
  parser.on('processinginstruction', ({ target }) => {
    if (/stylesheet/i.test(target)) refuse('The SVG wants to load a style from elsewhere.');
  });
  parser.on('opentag', ({ name, attributes, isSelfClosing }) => {
    tags++;
    if (!isSelfClosing) depth++;
    if (tags > mostTags) refuse(`The SVG has more than ${mostTags.toLocaleString('en')} parts.`, 'Save it as a PNG of 300 dots per inch.');
    if (depth > mostDepth) refuse('The SVG is nested too deeply.');
    const local = name.toLowerCase().replace(/^.*:/, '');
    if (tags === 1 && local !== 'svg') refuse('The file says SVG, but holds something else.');
    if (local === 'filter' || /^fe[a-z]/.test(local)) refuseFilters();
    if (local === 'script' || local === 'foreignobject') refuse('The SVG holds script, which a drawing does not need.');
    inStyle = local === 'style';
    for (const [attribute, value] of Object.entries(attributes)) checkAttribute(attribute, String(value));
  });
  parser.on('closetag', ({ isSelfClosing }) => {
    if (!isSelfClosing) depth--;
    inStyle = false;
  });
  const onText = (piece: string) => {
    if (inStyle) styleText += piece;
  };
  parser.on('text', onText);
  parser.on('cdata', onText);
  parser.on('error', (error) => {
    refuse(`The SVG cannot be read: ${error.message.replace(/^\d+:\d+: /, '')}.`);
  });
  parser.write(text).close();
  checkStyle(styleText);
}
