import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.ts', 'tests/server/**/*.test.ts', 'tests/core/**/*.test.ts', 'tests/ui/**/*.test.ts', 'demo/**/*.test.ts'],
    testTimeout: 90_000,
    hookTimeout: 180_000,
  },
});
