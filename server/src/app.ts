import helmet from '@fastify/helmet'
import files from '@fastify/static'
import Fastify, { type FastifyInstance } from 'fastify'
import { handover, handoverLimits, type HandoverLimits } from './handover.js'

export interface Options {
  /** folder of the built app */
  root: string
  /** tell a first visitor to begin with the demo data */
  demo: boolean
  /** addresses other devices of the network reach it at; none on loopback */
  reach?: readonly string[]
  /** key and certificate for TLS */
  https?: { key: string; cert: string }
  limits?: Partial<HandoverLimits>
}

const start = {
  response: {
    200: {
      type: 'object',
      required: ['demo', 'reach'],
      properties: { demo: { type: 'boolean' }, reach: { type: 'array', items: { type: 'string' } } },
    },
  },
}
const health = { response: { 200: { type: 'object', required: ['ok'], properties: { ok: { type: 'boolean' } } } } }

/** ms that a whole request may take, and that a connection may stand still: a phone on a poor network is slower than neither. */
const WHOLE = 60_000
const STALLED = 15_000

/**
 * Pieces of the page that are no page: what rules a page or a worker is of no use to them, and in a first visit's seventy
 * requests it would weigh more than the answer does.
 */
const PIECE = /[\\/]assets[\\/](?!.*worker).+\.(js|css|woff2)(\.br|\.gz)?$/
const ofPages = [
  'content-security-policy',
  'cross-origin-opener-policy',
  'origin-agent-cluster',
  'permissions-policy',
  'referrer-policy',
  'x-dns-prefetch-control',
  'x-download-options',
  'x-frame-options',
  'x-permitted-cross-domain-policies',
  'x-xss-protection',
]

/** The server: the built app, a word on how to start, a health route, and the hand-over between a user's own devices. */
export async function build({ root, demo, reach = [], https, limits }: Options): Promise<FastifyInstance> {
  const common = {
    bodyLimit: 1024,
    logger: false,
    routerOptions: { maxParamLength: 200 },
    requestTimeout: WHOLE,
    connectionTimeout: STALLED,
    // stopping closes what is still open: a body that never ends must not hold the server up
    forceCloseConnections: true,
  } as const
  const watched = { headersTimeout: STALLED, connectionsCheckingInterval: 2000 }
  const app = (https
    ? Fastify({ ...common, https: { ...https, ...watched } })
    : Fastify({ ...common, http: watched })) as unknown as FastifyInstance

  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        connectSrc: ["'self'"],
        fontSrc: ["'self'"],
        manifestSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"], // the component library writes its styles into the page
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    referrerPolicy: { policy: 'no-referrer' },
    strictTransportSecurity: false, // plain HTTP on loopback
  })
  app.addHook('onRequest', async (_request, reply) => {
    reply.header('Permissions-Policy', 'camera=(), geolocation=(), payment=(), usb=()')
  })

  app.get('/health', { schema: health }, async () => ({ ok: true }))
  app.get('/start.json', { schema: start }, async (_request, reply) => reply.header('Cache-Control', 'no-store').send({ demo, reach }))
  await handover(app, { ...handoverLimits, ...limits })

  await app.register(files, {
    root,
    // compressed once, when it was built
    preCompressed: true,
    setHeaders(reply, path) {
      // hashed names never change; the page and the service worker must be asked for each time
      reply.header('Cache-Control', /[\\/]assets[\\/]/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache')
      if (PIECE.test(path)) for (const name of ofPages) reply.removeHeader(name)
    },
  })
  app.setNotFoundHandler((request, reply) => {
    const page = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html')
    if (page) return reply.header('Cache-Control', 'no-cache').sendFile('index.html')
    return reply.code(404).send({ error: 'There is nothing here.' })
  })
  return app
}
