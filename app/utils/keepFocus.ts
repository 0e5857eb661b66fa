const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), select, textarea, [tabindex]:not([tabindex="-1"])'

/** One that had the focus, with the way down to it: what stands in its place afterwards is found by it. */
interface Place {
  element: HTMLElement
  way: { parent: HTMLElement; index: number }[]
}

/** Places that are remembered: back over a dialog, and over one from which it was opened. */
const MOST_PLACES = 12

/** Where a way ends: further up nothing says where the focus was. */
const BOUNDS = 'main, nav, [role=dialog], .v-navigation-drawer'

const canHaveFocus = (element: HTMLElement) =>
  element.isConnected &&
  !element.matches(':disabled') &&
  element.checkVisibility() &&
  !element.closest('[inert]')

function placeOf(element: HTMLElement): Place {
  const way: Place['way'] = []
  for (let at = element; at.parentElement && !at.matches(BOUNDS); at = at.parentElement) {
    way.push({ parent: at.parentElement, index: [...at.parentElement.children].indexOf(at) })
  }
  return { element, way }
}

/** What stands where a removed element stood: the same kind of thing first, in what follows, then in what comes before. */
function successorOf({ element, way }: Place): HTMLElement | null {
  const step = way.find(({ parent }) => parent.isConnected && parent.checkVisibility())
  if (!step || step.parent.matches(BOUNDS)) return null
  const children = [...step.parent.children] as HTMLElement[]
  const within = (list: HTMLElement[]) =>
    list
      .flatMap(child => [child, ...child.querySelectorAll<HTMLElement>(FOCUSABLE)])
      .filter(e => e.matches(FOCUSABLE) && canHaveFocus(e))
  const [behind, before] = [
    within(children.slice(step.index)),
    within(children.slice(0, step.index)).reverse(),
  ]
  const isAlike = (other: HTMLElement) =>
    other.tagName === element.tagName && other.className === element.className
  return behind.find(isAlike) ?? behind[0] ?? before.find(isAlike) ?? before[0] ?? null
}

/**
 * Keeps the focus with the person: what had it and went away (a row that was answered, a dialog that was closed, a key that was switched
 * off for a moment) hands it on, and it never falls back to the top of the page.
 */
export function keepFocus(): void {
  const places: Place[] = []
  addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement) || target === document.body) return
    places.unshift(placeOf(target))
    places.length = Math.min(places.length, MOST_PLACES)
  })
  // Elsewhere on the page pressed on purpose: then there is nothing to keep.
  addEventListener('pointerdown', ({ target }) => {
    if (!(target as HTMLElement).closest(`${FOCUSABLE}, [role=dialog], .v-overlay-container`))
      places.length = 0
  })
  let isAsked = false
  function look() {
    isAsked = false
    if (document.activeElement && document.activeElement !== document.body) return
    const newest = places[0]
    if (!newest || canHaveFocus(newest.element)) return newest?.element.focus({ preventScroll: true })
    const next =
      successorOf(newest) ??
      places.map(place => place.element).find(canHaveFocus) ??
      document.querySelector<HTMLElement>('#screen')
    next?.focus({ preventScroll: next.id === 'screen' })
  }
  new MutationObserver(() => {
    if (isAsked || (document.activeElement && document.activeElement !== document.body)) return
    isAsked = true
    // After what replaces it is there.
    setTimeout(look, 60)
  }).observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ['disabled', 'style', 'class'],
  })
}
