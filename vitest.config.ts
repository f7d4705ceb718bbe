import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.ts', 'tests/server/**/*.test.ts', 'tests/core/**/*.test.ts', 'tests/ui/**/*.test.ts', 'demo/**/*.test.ts'],
    setupFiles: ['tests/seed-of-run.ts'],
    // Generous: a slow machine is no fault.
    testTimeout: 240_000,
    hookTimeout: 180_000,
    // Vitest leaves one core to itself; here it waits more than it works.
    maxWorkers: 2,
  },
});
