import { defineConfig } from 'vite'
import vue from '@vitejs/plugin-vue'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    vue(),
    VitePWA({
      registerType: 'prompt', // a new version waits until the user says so
      manifest: {
        name: 'Green Pitch',
        short_name: 'Green Pitch',
        description: 'Which blade, which way round, how tight, how fast, and why.',
        theme_color: '#f5f1e8',
        background_color: '#f5f1e8',
        display: 'standalone',
        start_url: '/',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2,ttf}'],
        globIgnores: ['**/*vietnamese*', '**/*latin-ext*'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallbackDenylist: [/^\/health/, /^\/start\.json/, /^\/handover/],
      },
    }),
  ],
  // optional parts of the PDF library that render web pages; the card is drawn, not rendered
  resolve: { alias: { html2canvas: '/src/data/none.ts', dompurify: '/src/data/none.ts', canvg: '/src/data/none.ts' } },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    // what every place reckons with comes as one piece: in thirty it is a twelfth larger
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'reckoning', test: /core[\\/]src[\\/](quantity|stock|blade|saw|job|tension|cut|choose)[\\/]/, minShareCount: 3 },
          ],
        },
      },
    },
  },
})
