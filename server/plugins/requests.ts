/** Logs each request to a route with its status and how long it took. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    event.context.began = performance.now()
  })
  nitro.hooks.hook('afterResponse', event => {
    if (event.path.startsWith('/api/') && !event.path.startsWith('/api/health')) {
      serverLog.info({
        route: routeOf(event),
        status: event.node.res.statusCode,
        ms: Math.round(performance.now() - event.context.began),
      })
    }
  })
})
