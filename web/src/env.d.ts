/// <reference types="vite/client" />
/// <reference types="vite-plugin-pwa/vue" />
declare module '*.ttf' {
  const url: string
  export default url
}
declare module 'pdfjs-dist/build/pdf.worker.mjs'
