import { defineConfig } from 'vitest/config';

// A context of its own for each file without a process of its own: a quarter of the time.
export default defineConfig({
  test: { include: ['src/**/*.test.{ts,tsx}'], pool: 'vmThreads' },
});
