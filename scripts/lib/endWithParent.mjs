/** Loaded into the web server: when the launcher is killed, its end of this pipe closes and the server goes too. */
import { isMainThread } from 'node:worker_threads'

// The server's threads load it as well; their own input has no end of interest.
if (isMainThread) process.stdin.on('end', () => process.exit(0)).resume()
