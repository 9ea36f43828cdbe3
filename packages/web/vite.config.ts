import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: {
    target: 'es2022',
    outDir: 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    license: { fileName: 'licenses.md' },
    rollupOptions: {
      // What a package says to other bundlers about its own code is no concern of this build.
      onwarn: (warning, warn) => {
        if (warning.code !== 'INVALID_ANNOTATION') warn(warning);
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4870' } },
});
