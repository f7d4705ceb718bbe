import type { OutlineMm } from '#core/outline/outline';

/** An outline as the d of a path, in mm. */
export const outlinePath = (outline: OutlineMm): string =>
  `M${outline.map(([x, y]) => `${Math.round(100 * x) / 100} ${Math.round(100 * y) / 100}`).join('L')}Z`;
