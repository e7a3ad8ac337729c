import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';

/** Tests of a component are called after it, with a capital; of all others only these two need a page. */
const withPage = ['src/**/[A-Z]*.test.ts', 'src/lib/{keys/keys,state/session}.test.ts'];

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  server: { proxy: { '/api': 'http://127.0.0.1:8080', '/v3': 'http://127.0.0.1:8080' } },
  test: {
    projects: [
      {
        extends: true,
        plugins: [svelteTesting()],
        test: { name: 'page', environment: 'happy-dom', include: withPage }
      },
      {
        extends: true,
        plugins: [svelteTesting({ autoCleanup: false })],
        test: { name: 'plain', environment: 'node', include: ['src/**/*.test.ts'], exclude: withPage }
      }
    ]
  }
});
