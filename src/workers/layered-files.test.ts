import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { openRaster } from '#core/layers/open-raster';
import { shapesSvg } from '#core/layers/picture-svg';
import { readOra } from './ora-layers';
import { matrixOf, shapesOfSvg } from './svg-shapes';

const png = await sharp({ create: { width: 4, height: 4, channels: 4, background: '#fff' } })
  .png()
  .toBuffer();

/** A layered picture of another program, with layers in stacks that may be hidden. */
function ora(stack: string, size = 'w="40" h="30" xres="300"'): Uint8Array {
  const sources = [...stack.matchAll(/src="([^"]+)"/g)].map(([, name = '']) => [name, [new Uint8Array(png), { level: 0 }]] as const);
  const files = {
    mimetype: strToU8('image/openraster'),
    'stack.xml': strToU8(`<image version="0.0.5" ${size}><stack>${stack}</stack></image>`),
  };
  return zipSync({ ...files, ...Object.fromEntries(sources) } as Parameters<typeof zipSync>[0]);
}

describe('a layered picture', () => {
  it('of ours gives the lines and every element with its bands', async () => {
    const group = (name: string) => ({
      name,
      layers: [{ name: `${name} base`, xPx: 3, yPx: 2, widthPx: 4, heightPx: 4, rgba: new Uint8ClampedArray(64) }],
    });
    const given = { widthPx: 40, heightPx: 30, dotsPerInch: 254, lines: png, merged: png, thumbnail: png, encode: async () => png };
    const read = readOra(await openRaster({ ...given, groups: [group('Scarf'), group('Coat')] }));
    expect(read).toMatchObject({ widthPx: 40, heightPx: 30, dotsPerInch: 254, lines: { name: 'Lines', xPx: 0 } });
    // The lowest first; paper is nothing to be coloured.
    expect(read.groups.map(({ name, layers }) => [name, layers.map((one) => [one.name, one.xPx, one.yPx])])).toEqual([
      ['Coat', [['Coat base', 3, 2]]],
      ['Scarf', [['Scarf base', 3, 2]]],
    ]);
  });

  it('of others: lines by their name, by how they are laid, or on top; stacks of stacks are gone into, hidden layers and backgrounds left', () => {
    const layer = (name: string, more = '') => `<layer name="${name}" src="data/${name}.png" ${more}/>`;
    const named = readOra(ora(`${layer('Notes', 'visibility="hidden"')}${layer('Sky')}${layer('Line art')}${layer('Background')}`));
    expect([named.lines?.name, named.groups.map(({ name, layers }) => [name, layers[0]?.name])]).toEqual(['Line art', [[null, 'Sky']]]);
    const multiplied = readOra(ora(`${layer('a')}${layer('b', 'composite-op="svg:multiply"')}${layer('c')}`));
    expect([multiplied.lines?.name, multiplied.groups.map(({ layers }) => layers[0]?.name)]).toEqual(['b', ['c', 'a']]);
    const top = readOra(
      ora(`<stack name="All">${layer('top')}<stack name="House">${layer('door')}${layer('wall')}</stack>${layer('sun')}</stack>`),
    );
    expect(top.lines?.name).toBe('top');
    expect(top.groups.map(({ name, layers }) => [name, layers.map((one) => one.name)])).toEqual([
      [null, ['sun']],
      ['House', ['wall', 'door']],
    ]);
  });

  it('that is damaged, endless or vast is refused in words', () => {
    expect(() => readOra(ora('<layer').subarray(0, 90))).toThrow(/damaged/);
    expect(() => readOra(zipSync({ mimetype: strToU8('image/openraster') }))).toThrow(/no list of layers/);
    expect(() => readOra(ora('<layer name="a" src="a" />'.repeat(1001)))).toThrow(/more than 1000 layers/);
    expect(() => readOra(ora('', 'w="20000" h="20000"'))).toThrow(/72 million/);
    expect(() => readOra(ora('<layer'))).toThrow(/list of layers cannot be read/);
  });
});

describe('a drawing whose shapes are areas', () => {
  it('gives each shape as it is painted, with the name that somebody gave to it or to its group', () => {
    const read = shapesOfSvg(`<?xml version="1.0"?><!-- x --><svg xmlns="http://www.w3.org/2000/svg" width="80mm" viewBox="0 0 800 600">
      <style>.warm, .x { fill: #c33; } .thin{stroke:#000;stroke-width:2}</style>
      <defs><path id="Hidden" d="M0 0h1v1z"/></defs>
      <g id="layer1" inkscape:groupmode="layer" inkscape:label="Layer 1" transform="translate(10 20)">
        <g id="hat" fill="#0a0"><path id="path12" d="M0 0h9v9z"/><rect id="Band" x="1" y="2" width="3" height="4" style="fill:none;stroke:blue"/></g>
        <circle class="warm thin" cx="5" cy="6" r="2" transform="scale(2)"><title> Nose </title></circle>
        <path d="M0 0h5" display="none" id="Gone"/>
      </g>
      <polygon id="g5" points="0,0 9,0 9,9"/>
    </svg>`);
    expect(read.box).toEqual([0, 0, 800, 600]);
    expect(read.widthMm).toBe(80);
    expect(read.shapes.map(({ name, fill, stroke, strokeWidth }) => [name, fill, stroke, strokeWidth])).toEqual([
      ['hat', '#0a0', null, 1],
      ['Band', null, 'blue', 1],
      ['Nose', '#c33', '#000', 2],
      [null, '#000000', null, 1],
    ]);
    expect(read.shapes[2]?.matrix).toEqual([2, 0, 0, 2, 10, 20]);
    expect(read.shapes[3]?.d).toBe('M0 0 9 0 9 9Z');
  });

  it('transforms are those of the standard: what a matrix says is where librsvg paints it', async () => {
    for (const transform of [
      'rotate(30 40 20)',
      'translate(5,-3) scale(1.5 0.8)',
      'skewX(20) translate(10)',
      'matrix(0.9 0.2 -0.3 1.1 12 4) skewY(-8)',
    ]) {
      const [a, b, c, d, e, f] = matrixOf(transform);
      const drawn = (shape: string) =>
        sharp(
          Buffer.from(
            `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="90"><rect width="120" height="90" fill="#fff"/>${shape}</svg>`,
          ),
        )
          .removeAlpha()
          .raw()
          .toBuffer();
      const rect = (how: string) => `<rect x="30" y="20" width="40" height="25" transform="${how}"/>`;
      const [one, other] = [await drawn(rect(transform)), await drawn(rect(`matrix(${[a, b, c, d, e, f].join(' ')})`))];
      const differing = one.reduce((count, value, i) => count + (Math.abs(value - (other[i] as number)) > 8 ? 1 : 0), 0);
      expect(differing, transform).toBeLessThan(30);
      expect(
        one.some((value) => value < 50),
        transform,
      ).toBe(true);
    }
  });

  it('of ours gives its names back', () => {
    const rings = [
      [
        [0, 0],
        [10, 0],
        [10, 10],
      ],
    ] as unknown as Parameters<typeof shapesSvg>[0][number]['rings'];
    const svg = shapesSvg([{ name: 'Scarf, area 3', fillHex: '#aa3366', rings }], { widthMm: 64, heightMm: 80, title: 'Badger' });
    const { shapes, widthMm } = shapesOfSvg(svg);
    expect([widthMm, shapes[0]?.name, shapes[0]?.fill]).toEqual([64, 'Scarf, area 3', '#aa3366']);
  });

  it('that is none, or beyond all measure, is refused in words', () => {
    expect(() => shapesOfSvg('<svg')).toThrow(/cannot be read/);
    expect(() => shapesOfSvg('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0"/></svg>')).toThrow(/how large it is/);
    expect(() => shapesOfSvg(`<svg viewBox="0 0 9 9">${'<path d="M0 0h1"/>'.repeat(4001)}</svg>`)).toThrow(/more than 4,000 shapes/);
  });
});
