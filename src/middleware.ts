import { defineMiddleware } from 'astro:middleware';
import { stylePolicy } from '#server/http/policy';

/** Astro writes the hashes of its own scripts and styles into the policy; hashes cannot cover what sets style attributes as it works. */
function tighten(policy: string): string {
  const kept = policy
    .split(';')
    .map((directive) => directive.trim())
    .filter((directive) => directive !== '' && !directive.startsWith('style-src'));
  return [...kept, stylePolicy].join('; ');
}

export const onRequest = defineMiddleware(async (_, next) => {
  const response = await next();
  const policy = response.headers.get('content-security-policy');
  if (policy) response.headers.set('content-security-policy', tighten(policy));
  return response;
});
