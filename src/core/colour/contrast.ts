/**
 * Relative luminance of an sRGB colour, 0 black to 1 white. W3C, Web Content Accessibility Guidelines (WCAG) 2.2 (2023), definition of relative luminance.
 * @throws RangeError when the text is not '#rrggbb'.
 */
export function relativeLuminance(hex: string): number {
  if (!/^#[0-9a-f]{6}$/i.test(hex)) throw new RangeError(`relativeLuminance expects '#rrggbb', got '${hex}'`);
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two sRGB colours, 1 (alike) to 21 (black on white). WCAG 2.2 (2023), definition of contrast ratio. */
export function contrastRatio(one: string, other: string): number {
  const [first, second] = [relativeLuminance(one), relativeLuminance(other)];
  return (Math.max(first, second) + 0.05) / (Math.min(first, second) + 0.05);
}
