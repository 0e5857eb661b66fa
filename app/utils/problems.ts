import type { Problem } from '#shared/entries'

/** The code of a problem that is nobody's answer: the request never came through, or its answer never came back. */
export const NO_ANSWER = 'no-answer'

/** What the library that fetches throws. */
interface Failed {
  name: string
  message?: string
  status?: number
  statusCode?: number
  data?: { data?: Problem }
}

const statusOf = (error: Failed) => error.status ?? error.statusCode

/** True for a request that the server refused: sent again it would be refused again. */
export const isRefusal = (error: unknown): boolean => {
  const status = statusOf(error as Failed)
  return (
    status !== undefined &&
    status >= 400 &&
    status < 500 &&
    status !== 401 &&
    status !== 408 &&
    status !== 429
  )
}

/** What a screen is told that cannot begin because the server is away. */
export const AWAY = 503

/** True where nobody answered, or only what stands before the server. */
export function isAway(error: unknown): boolean {
  const failed = error as Failed
  const status = statusOf(failed)
  return !failed.data?.data && (status === undefined ? failed.name === 'FetchError' : status >= 500)
}

/** Digits that stand beside an unexpected error on the screen and in the server's log. */
const numberOf = () => String(Math.floor(Math.random() * 1e6)).padStart(6, '0')

/** True for a part of the program that could not be fetched, as the browsers put it. */
const isUnfetched = ({ message = '' }: Failed) =>
  /dynamically imported module|importing a module script failed|unable to preload/i.test(message)

/** The sentence for the person behind what went wrong; what our own program did wrong is not called the server's. */
export function problemOf(error: unknown): Problem {
  const failed = error as Failed
  const told = failed.data?.data
  if (told) return { ...told, field: told.field?.split('.').at(-1) }
  const status = statusOf(failed)
  if (status !== undefined)
    return {
      code: 'server',
      sentence: `The garden’s server answered with an error (${status}). What you typed is still here; try again in a moment.`,
    }
  if (failed.name === 'FetchError' || isUnfetched(failed))
    return {
      code: NO_ANSWER,
      sentence: 'The garden’s server does not answer. What you typed is still here; try again in a moment.',
    }
  return ownFault(error)
}

/** A fault of this program: it gets a number, under which the server's log keeps where it happened. */
export function ownFault(error: unknown): Problem {
  const number = numberOf()
  console.error(`fault ${number}`, error)
  const { name = 'Error', stack = '' } = error as Error
  const at = stack
    .split('\n')
    .filter(line => /^\s*at /.test(line))
    .slice(0, 6)
    .map(line => line.trim().slice(0, 200))
  void $fetch('/api/faults', {
    method: 'POST',
    body: { number, name: String(name).slice(0, 60), at, path: location.pathname.slice(0, 200) },
  }).catch(() => {})
  return {
    code: 'own-fault',
    sentence: `Something in this screen broke (number ${number}). What was noted is safe; load the screen anew and go on.`,
  }
}
