import { OwnFault } from '../../../shared/faults'

export default personRoute(
  {
    does: 'Puts a fault of a screen into the server’s log, under the number that the person sees',
    body: OwnFault,
    tries: 'fault',
  },
  async ({ body }) => {
    serverLog.error({ problem: 'screen', ...body, path: withoutIds(body.path) })
    return { ok: true }
  },
)
