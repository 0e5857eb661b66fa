import type { Session } from '#shared/people'

/** Who is signed in, to which gardens they belong, and the ways in and out. */
export const useSessionStore = defineStore('session', () => {
  const session = ref<Session | null>(null)
  const gardenStore = useGardenStore()

  /** Asks the server anew; with a garden open, that garden is loaded. */
  async function load(): Promise<void> {
    session.value = await $fetch<Session>('/api/session')
    await gardenStore.load(session.value.gardenId !== null)
  }

  async function send(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: object): Promise<void> {
    await $fetch<unknown>(path, { method, body })
    await load()
  }

  return {
    session, load,
    openDemo: () => send('POST', '/api/session/demo'),
    signUp: (wish: { name: string, email: string, password: string }) => send('POST', '/api/account', wish),
    signIn: (wish: { email: string, password: string }) => send('POST', '/api/session', wish),
    signOut: () => send('DELETE', '/api/session'),
    signOutEverywhere: () => send('DELETE', '/api/session/everywhere'),
    openGarden: (gardenId: string) => send('PUT', '/api/session/garden', { gardenId }),
    startGarden: (wish: { name: string, zone: string }) => send('POST', '/api/gardens', wish),
    takeInvitation: (secret: string) => send('POST', '/api/invitations/take', { secret }),
  }
})
