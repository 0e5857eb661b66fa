import type { LocationQueryRaw } from 'vue-router'

/** True while a navigation is under way: what closes then must not go back over it. */
const isNavigating = ref(false)
/** True while the browser's own Back or Forward is followed. */
let isPopping = false
/** What is closing, until it is out of the address: what opens meanwhile waits. */
let leaving: Promise<void> | null = null
/** The step back that closes something, until it has arrived: what leads elsewhere meanwhile would be taken back, too. */
let steppingBack: Promise<void> | null = null

/** The dialogs that stand open, in the address: the last one lies on top. */
const OPEN = 'open'
const openIn = (query: LocationQueryRaw): string[] =>
  String(query[OPEN] ?? '')
    .split(',')
    .filter(Boolean)

/** Watches how the router goes; called once, before anything else asks. */
export function followRouter(): void {
  const router = useRouter()
  for (const go of ['push', 'replace'] as const) {
    const goes = router[go]
    router[go] = async to => {
      await steppingBack
      return goes(to)
    }
  }
  addEventListener('popstate', () => (isPopping = true), { capture: true })
  router.beforeEach((to, from) => {
    isNavigating.value = true
    // What leads away from an open dialog takes its place in the history: Back then leads to the screen, not to an empty dialog.
    if (
      !isPopping &&
      openIn(from.query).length &&
      !openIn(to.query).length &&
      to.path !== from.path &&
      !to.redirectedFrom
    ) {
      return { path: to.path, query: to.query, hash: to.hash, replace: true }
    }
  })
  router.afterEach(() => {
    isNavigating.value = false
    isPopping = false
  })
}

/**
 * Something that opens over a screen, under a name in the address: opening it is a step of history, and Back closes it.
 *
 * @param name of the part of the address it stands in
 */
export function useStep(name: string) {
  const route = useRoute()
  const router = useRouter()
  const value = computed(() => (route.query[name] ? String(route.query[name]) : null))
  const without = () => Object.fromEntries(Object.entries(route.query).filter(([key]) => key !== name))

  /** Opens it, or shows another one in its place. */
  async function open(to: MaybeRefOrGetter<string>) {
    await leaving
    const shown = toValue(to)
    if (value.value === shown) return
    const query = { ...route.query, [name]: shown }
    return value.value === null ? router.push({ query }) : router.replace({ query })
  }
  /** Closes it: the step is taken back where it was taken, so that Back does not lead into it again. */
  async function close(rest: LocationQueryRaw = without()) {
    const mine = leave(rest)
    leaving = mine
    await mine
    if (leaving === mine) leaving = null
  }
  async function leave(rest: LocationQueryRaw) {
    // Whoever closes may be on the way elsewhere already.
    await new Promise(resolve => setTimeout(resolve))
    await steppingBack
    if (isNavigating.value || value.value === null) return
    const before = router.resolve({ query: rest }).fullPath
    if (history.state?.back !== before) return void (await router.replace({ query: rest }))
    steppingBack = new Promise<void>(resolve => {
      const stop = router.afterEach(() => {
        stop()
        resolve()
      })
      router.back()
    })
    await steppingBack
    steppingBack = null
  }
  return { value, open, close }
}

/**
 * Makes a dialog a step of history under a name of its own.
 *
 * @param isOpen whether it stands open
 */
export function useDialogStep(isOpen: Ref<boolean>, name: () => string): void {
  const route = useRoute()
  const { open, close } = useStep(OPEN)
  const isNamed = () => openIn(route.query).includes(name())
  watch(isOpen, is => {
    const others = () => openIn(route.query).filter(other => other !== name())
    if (is) void open(() => [...others(), name()].join(','))
    else if (isNamed()) {
      void close(
        Object.fromEntries(
          Object.entries({ ...route.query, [OPEN]: others().join(',') || undefined }).filter(
            ([, v]) => v !== undefined,
          ),
        ) as LocationQueryRaw,
      )
    }
  })
  // What Back took out of the address closes; what is opened while the last dialog still leaves it is not in it yet.
  watch(
    () => openIn(route.query),
    (_, before) => {
      if (isOpen.value && !leaving && before.includes(name()) && !isNamed()) isOpen.value = false
    },
  )
  // An address that was kept, or loaded anew: what the dialog was about is not in it.
  onMounted(() => {
    if (isNamed() && !isOpen.value) void close()
  })
}
