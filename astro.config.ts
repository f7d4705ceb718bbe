import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, passthroughImageService } from 'astro/config';
import { alongBundle } from './build/along-bundle';
import { guardRequest } from './src/server/http/guard';
import { policyDirectives } from './src/server/http/policy';

export default defineConfig({
  output: 'server',
  // The checks build into a folder of their own, so that a running application keeps its files.
  outDir: process.env.AQUACHROME_DIST ?? 'dist',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  security: { checkOrigin: true, allowedDomains: [{ hostname: '127.0.0.1' }, { hostname: 'localhost' }] },
  // The framework's image endpoint would draw any picture at any size for anybody: nothing of it is built.
  image: { service: passthroughImageService(), endpoint: { route: '/_image', entrypoint: './src/server/http/no-images.ts' } },
  devToolbar: { enabled: false },
  experimental: {
    csp: {
      directives: [...policyDirectives],
    },
  },
  vite: {
    plugins: [
      tailwindcss(),
      alongBundle(),
      { name: 'guard-in-dev', configureServer: (server) => void server.middlewares.use(guardRequest) },
    ],
    worker: { format: 'es' },
    optimizeDeps: { include: ['comlink', 'culori', 'zod', 'idb', 'zustand', 'radix-ui', 'lucide-react', 'd3'] },
  },
});
