/**
 * What pages and workers of ours may load (Content Security Policy Level 3): own files only. Astro adds the hashes of its own scripts and styles to
 * pages; every other answer carries it as it stands, so that nothing that is opened by itself can do more.
 */
export const policyDirectives = [
  "default-src 'self'",
  "img-src 'self' blob: data:",
  "connect-src 'self'",
  "worker-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
] as const;

/** Inline styles are the one exception: React and the component library set style attributes as they work; one cannot run anything. */
export const stylePolicy = "style-src 'self' 'unsafe-inline'";

export const policy = [...policyDirectives, stylePolicy].join('; ');

/** The same for a PDF, which some browsers show as an object of its own. */
export const pdfPolicy = policy.replace("object-src 'none'", "object-src 'self'");
