import type { Site } from '@virgulta/core/time/sun'
import type { Demo } from '#shared/demos'
import type { Session, SignedUp } from '#shared/people'

/** Who is signed in, to which gardens they belong, and the ways in and out. */
export const useSessionStore = defineStore('session', () => {
  const session = ref<Session | null>(null)
  const gardenStore = useGardenStore()

  /** On this device a garden was open when it was last asked: it is asked for at once, beside the session. */
  const wasOpen = useLocalStorage('virgulta-was-open', false)

  /** Asks the server anew; with a garden open, that garden is loaded. */
  async function load(): Promise<void> {
    const hoped = wasOpen.value ? gardenStore.load(true).catch(() => gardenStore.load(false)) : undefined
    session.value = await $fetch<Session>('/api/session')
    await hoped
    wasOpen.value = session.value.gardenId !== null
    if (session.value.gardenId !== (gardenStore.garden?.id ?? null)) await gardenStore.load(wasOpen.value)
  }

  async function send<T = unknown>(
    method: 'POST' | 'PUT' | 'DELETE',
    path: string,
    body?: object,
  ): Promise<T> {
    const answer = await $fetch<T>(path, { method, body })
    await load()
    return answer as T
  }

  return {
    session,
    load,
    openDemo: (demo: Demo) => send('POST', '/api/session/demo', { demo }),
    signUp: (wish: { name: string; email: string; password?: string }) =>
      send<SignedUp>('POST', '/api/account', wish),
    signIn: (wish: { email: string; password: string }) => send('POST', '/api/session', wish),
    signOut: () => send('DELETE', '/api/session'),
    signOutEverywhere: () => send('DELETE', '/api/session/everywhere'),
    openGarden: (gardenId: string) => send('PUT', '/api/session/garden', { gardenId }),
    startGarden: (wish: { name: string; zone: string; site: Site | null }) =>
      send('POST', '/api/gardens', wish),
    takeInvitation: (secret: string) => send('POST', '/api/invitations/take', { secret }),
  }
})
