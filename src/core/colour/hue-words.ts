/** A plain word for a CIELAB hue angle in degrees. */
export function hueWord(hueDeg: number): string {
  const hue = (hueDeg + 360) % 360;
  const words: [number, string][] = [
    [18, 'pink to red'],
    [48, 'red'],
    [68, 'orange'],
    [100, 'yellow'],
    [125, 'yellow green'],
    [175, 'green'],
    [225, 'blue green'],
    [285, 'blue'],
    [325, 'violet'],
    [361, 'pink to red'],
  ];
  return (words.find(([limit]) => hue < limit) ?? ['', 'grey'])[1] as string;
}
