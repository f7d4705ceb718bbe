import { pdfPolicy } from './policy';

/** A text as a header takes it (RFC 8187, 3.2.1: only its letters, digits and some signs stand as they are). */
function extValue(text: string): string {
  return encodeURIComponent(text).replaceAll(/['()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`);
}

/** A PDF to be looked at and printed. @param name of the file when it is saved. @param plain the same for browsers that read ASCII only. */
export function pdfAnswer(pdf: Uint8Array, name: string, plain: string): Response {
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-security-policy': pdfPolicy,
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${plain}"; filename*=UTF-8''${extValue(name)}`,
      'cache-control': 'no-store',
    },
  });
}
