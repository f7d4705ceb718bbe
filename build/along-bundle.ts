import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import { build, type Plugin } from 'vite';

const name = 'virtual:along-bundle';
const entry = fileURLToPath(new URL('../src/islands/along/along-file.tsx', import.meta.url));

/** The page of a session that is taken to the table, as one script and one style: server/formats/session-page.ts puts them into one file. */
async function bundle(): Promise<{ script: string; style: string }> {
  const built = await build({
    configFile: false,
    logLevel: 'error',
    plugins: [tailwindcss()],
    esbuild: { jsx: 'automatic' },
    define: { 'process.env.NODE_ENV': '"production"' },
    build: {
      write: false,
      target: 'es2022',
      modulePreload: false,
      cssCodeSplit: false,
      // Fonts too: nothing is fetched.
      assetsInlineLimit: () => true,
      rollupOptions: { input: entry, output: { format: 'iife', inlineDynamicImports: true } },
    },
  });
  const outputs = [built].flat().flatMap((one) => ('output' in one ? one.output : []));
  const script = outputs.flatMap((one) => (one.type === 'chunk' ? [one.code] : [])).join('\n');
  const style = outputs.flatMap((one) => (one.type === 'asset' && one.fileName.endsWith('.css') ? [String(one.source)] : [])).join('\n');
  if (script === '' || style === '')
    throw new Error('The page that is taken to the table could not be built: its script or style is missing.');
  return { script, style };
}

/** Offers that bundle as a module. */
export function alongBundle(): Plugin {
  return {
    name: 'along-bundle',
    resolveId: (id) => (id === name ? `\0${name}` : null),
    load: async (id) => {
      if (id !== `\0${name}`) return null;
      const { script, style } = await bundle();
      return `export const script = ${JSON.stringify(script)};\nexport const style = ${JSON.stringify(style)};\n`;
    },
  };
}
