import compression from 'compression'
import type { NodeMiddleware } from 'h3'
import { defineEventHandler, fromNodeMiddleware } from 'h3'
import { LEVEL } from '../utils/sameForAll'

const compress = fromNodeMiddleware(compression({ level: LEVEL }) as NodeMiddleware)

/** Answers of the routes go out compressed, where the asker takes them so; pages and assets are packed when they are built. */
export default defineEventHandler(async event => {
  if (event.path.startsWith('/api/')) await compress(event)
})
