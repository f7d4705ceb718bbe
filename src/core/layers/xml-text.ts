/** A text as it stands in an attribute or between tags (Extensible Markup Language 1.0, 2.4). */
export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
