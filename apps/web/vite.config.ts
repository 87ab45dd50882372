import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { randomUUID } from 'node:crypto';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['pale-glint-source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  // What one build computed and kept is not taken for another's.
  define: { __BUILD__: JSON.stringify(randomUUID()) },
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4870' } },
});
