/** What a file may be that is dropped on the application. */
export const fileKinds = {
  image: { words: 'a line image', act: 'Start a make with it' },
  layers: { words: 'a layered picture', act: 'Start a make with it' },
  makes: { words: 'makes of Aquachrome', act: 'Look at what is in it' },
  recipe: { words: 'a recipe', act: 'Keep it with the recipes' },
  rack: { words: 'a rack of markers', act: 'Look at it at the rack' },
  table: { words: 'a list of markers', act: 'Look at it at the rack' },
  waiting: { words: 'edits that wait to be kept', act: 'Bring them in' },
  backup: { words: 'a backup of everything', act: null },
  empty: { words: 'an empty file', act: null },
  unknown: { words: 'none of the kinds that are known here', act: null },
} as const;
export type FileKind = keyof typeof fileKinds;

/** Bytes from the beginning of a file that are enough to tell it. */
export const fileHeadBytes = 4096;

const formats: readonly [RegExp, FileKind][] = [
  [/"format"\s*:\s*"aquachrome-(make|bundle)"/, 'makes'],
  [/"format"\s*:\s*"aquachrome-recipe"/, 'recipe'],
  [/"format"\s*:\s*"aquachrome-rack"/, 'rack'],
  [/"format"\s*:\s*"aquachrome-waiting"/, 'waiting'],
];

function kindOfZip(head: string): FileKind {
  // OpenRaster and OpenDocument say what they are in a file that stands first and is not packed.
  if (head.startsWith('mimetypeimage/openraster', 30)) return 'layers';
  if (head.startsWith('mimetypeapplication/vnd.oasis.opendocument.spreadsheet', 30)) return 'table';
  if (/\[Content_Types\]\.xml|_rels\/|xl\//.test(head)) return 'table';
  return 'makes';
}

/**
 * Tells a file by its first bytes; by its name only where its bytes are any text's.
 * @param head its first `fileHeadBytes` bytes, or all of it. @param name with its ending.
 */
export function fileKind(head: Uint8Array, name: string): FileKind {
  if (head.length === 0) return 'empty';
  let latin = '';
  for (const byte of head.subarray(0, fileHeadBytes)) latin += String.fromCharCode(byte);
  if (latin.startsWith('\x89PNG\r\n\x1a\n') || latin.startsWith('\xff\xd8\xff') || /^(II\*\0|MM\0\*|II\+\0|MM\0\+)/.test(latin))
    return 'image';
  if (latin.startsWith('RIFF') && latin.startsWith('WEBP', 8)) return 'image';
  if (latin.startsWith('PK\x03\x04')) return kindOfZip(latin);
  if (latin.startsWith('PGDMP')) return 'backup';
  if (latin.includes('\0')) return 'unknown';
  const text = latin.replace(/^\xef\xbb\xbf/, '').trimStart();
  if (/^<(\?xml|!--|!doctype\s+svg|svg[\s>]|[a-z]+:svg[\s>])/i.test(text)) return 'image';
  if (text.startsWith('{')) return formats.find(([words]) => words.test(text))?.[1] ?? 'unknown';
  if (text.startsWith('GIMP Palette') || /\.(csv|tsv|gpl|txt)$/i.test(name)) return 'table';
  return 'unknown';
}
