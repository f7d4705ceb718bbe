import { defineMiddleware } from 'astro:middleware';

/**
 * Astro writes the hashes of its own scripts and styles into the policy. Inline styles are the one exception: React and the
 * component library set style attributes as they work, which hashes cannot cover; a style attribute cannot run anything.
 */
function tighten(policy: string): string {
  const kept = policy
    .split(';')
    .map((directive) => directive.trim())
    .filter((directive) => directive !== '' && !directive.startsWith('style-src'));
  return [...kept, "style-src 'self' 'unsafe-inline'"].join('; ');
}

export const onRequest = defineMiddleware(async (_, next) => {
  const response = await next();
  const policy = response.headers.get('content-security-policy');
  if (policy) response.headers.set('content-security-policy', tighten(policy));
  return response;
});
