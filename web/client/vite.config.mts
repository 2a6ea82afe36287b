import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

// the client's page is a build of its own: nothing of the practice's rooms is in it
export default defineConfig({
  base: '/c/',
  plugins: [react()],
  build: {
    target: ['chrome109', 'safari16', 'firefox115'],
    outDir: '../dist/c',
    emptyOutDir: true,
    sourcemap: false,
  },
})
