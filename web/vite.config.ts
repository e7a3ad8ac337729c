import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  resolve: process.env.VITEST ? { conditions: ['browser'] } : undefined,
  server: { proxy: { '/api': 'http://127.0.0.1:8080', '/v3': 'http://127.0.0.1:8080' } },
  test: { environment: 'happy-dom', include: ['src/**/*.test.ts'] }
});
