import type { ElementTint } from '#core/colour/element-tints';

const sizePx = 24;

const patternPaths: Record<ElementTint['pattern'], string> = {
  plain: '',
  rising: 'M0 12L12 0M0 24L24 0M12 24L24 12',
  falling: 'M12 0L24 12M0 0L24 24M0 12L12 24',
  level: 'M0 6H24M0 12H24M0 18H24',
  upright: 'M6 0V24M12 0V24M18 0V24',
  cross: 'M8 0V24M16 0V24M0 8H24M0 16H24',
  dots: 'M6 6h.1M12 6h.1M18 6h.1M6 12h.1M12 12h.1M18 12h.1M6 18h.1M12 18h.1M18 18h.1',
};

/** The tint and pattern by which an element is found on the picture. */
export function TintChip({ tint: { hex, lineHex, pattern } }: { tint: ElementTint }) {
  return (
    <svg width={sizePx} height={sizePx} viewBox="0 0 24 24" className="shrink-0 border border-ink" aria-hidden="true">
      <rect width="24" height="24" fill={hex} />
      <path d={patternPaths[pattern]} stroke={lineHex} strokeWidth={pattern === 'dots' ? 4 : 2} strokeLinecap="round" fill="none" />
    </svg>
  );
}
