import { defineConfig } from 'vite'
import vue from '@vitejs/plugin-vue'
import { VitePWA } from 'vite-plugin-pwa'

const in_ = (root: string, rooms: string[]) => new RegExp(`/${root}/(${rooms.join('|')})\\b`)

const RECKONING = 'number quantity stock blade saw job tension cut belief choose setup learn words'.split(' ')
// the words of places that nobody opens first
const LATER = in_('core/src/words', 'bench compare heard joint kit opening own pattern practice remedy seen trial week'.split(' '))
const GROUND = [
  ...'settings shop keeper kept job learned trouble answer'.split(' ').map((f) => `store/${f}`),
  ...'Mark Why Typed Rich keys clock sizeKeys'.split(' ').map((f) => `ui/${f}`),
  ...'Hatch ToothStrip teeth view'.split(' ').map((f) => `draw/${f}`),
  ...'tables records ticket format db lines'.split(' ').map((f) => `data/${f}`),
]

export default defineConfig({
  plugins: [
    vue(),
    {
      // the two faces every screen shows come with the page, not after its styles: nothing shifts when they arrive
      name: 'preload-fonts',
      transformIndexHtml: (_, { bundle }) =>
        Object.keys(bundle ?? {})
          .filter((f) => /-latin-wght-normal.*\.woff2$/.test(f))
          .map((f) => ({
            tag: 'link',
            attrs: { rel: 'preload', href: `/${f}`, as: 'font', type: 'font/woff2', crossorigin: true },
            injectTo: 'head' as const,
          })),
    },
    VitePWA({
      registerType: 'prompt', // a new version waits until the user says so
      manifest: {
        name: 'Green Pitch',
        short_name: 'Green Pitch',
        description: 'Which blade, which way round, how tight, how fast, and why.',
        theme_color: '#f5f1e8',
        background_color: '#f5f1e8',
        display: 'standalone',
        id: '/',
        start_url: '/',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2,ttf,csv}'],
        globIgnores: ['**/*vietnamese*', '**/*latin-ext*'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallbackDenylist: [/^\/health/, /^\/start\.json/, /^\/handover/, /^\/formats/],
      },
    }),
  ],
  // optional parts of the PDF library that render web pages; the card is drawn, not rendered
  resolve: { alias: { html2canvas: '/src/data/none.ts', dompurify: '/src/data/none.ts', canvg: '/src/data/none.ts' } },
  // a worker too fetches what is large only when it is asked for
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    // what every place stands on comes in two pieces: in fifty it is a sixth larger, for each has its own head
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'reckoning', test: (id: string) => in_('core/src', RECKONING).test(id) && !LATER.test(id), minShareCount: 3 },
            { name: 'ground', test: in_('web/src', GROUND), minShareCount: 3 },
          ],
        },
      },
    },
  },
})
