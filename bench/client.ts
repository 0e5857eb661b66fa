import { Agent, request } from 'node:http'

/**
 * Somebody on a connection of their own that stays open, as a browser's does. Answers are taken as they come over
 * the wire: unpacking them is done on other machines than the server's.
 */
export class Client {
  private readonly agent = new Agent({ keepAlive: true })

  constructor(
    private readonly address: string,
    private readonly cookie: string,
  ) {}

  /** Resolves with the status once the last byte is there. */
  ask(method: string, path: string, body?: unknown): Promise<number> {
    return new Promise((resolve, reject) => {
      const sent = request(
        this.address + path,
        {
          method,
          agent: this.agent,
          headers: {
            'cookie': this.cookie,
            'accept-encoding': 'gzip',
            ...(body !== undefined && { 'content-type': 'application/json' }),
          },
        },
        answer => answer.resume().once('end', () => resolve(answer.statusCode!)),
      )
      sent.once('error', reject)
      sent.end(body === undefined ? undefined : JSON.stringify(body))
    })
  }

  close = (): void => this.agent.destroy()
}
