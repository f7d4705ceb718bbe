import type { SessionFile } from '#model/session-file';

/** Script and styles of the page, each in one piece (build/along-bundle.ts). */
export type AlongBundle = { script: string; style: string };

const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
/** It reaches nothing outside itself. */
const filePolicy =
  "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src blob: data:; font-src data:; base-uri 'none'; form-action 'none'";

/** A session as one HTML file that runs by itself. */
export function sessionPage(file: SessionFile, { script, style }: AlongBundle): string {
  // Nothing in it may end its element.
  const data = JSON.stringify(file).replaceAll('<', '\\u003c');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${filePolicy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(file.makeName)}: colour along</title>
<style>${style.replaceAll('</style', '<\\/style')}</style>
</head>
<body>
<div id="along"></div>
<script type="application/json" id="session">${data}</script>
<script>${script.replaceAll('</script', '<\\/script')}</script>
</body>
</html>
`;
}
