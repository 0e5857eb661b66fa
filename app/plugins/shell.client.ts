import { keepFocus } from '../utils/keepFocus'

/** Elements that are meant to be pressed again and again: counters, steps of a scale, pages. */
const MANY =
  '[data-many], .v-pagination, [role=slider], input, label, textarea, summary, [role=option], [role=listbox]'

/** What opens over a screen: a menu, a dialog. */
const LAYER = '.v-overlay__content'

/** The second press of a double click means what the first one meant; held down, a key is pressed once. */
function onePressOnce(): void {
  let pressedIn: Element | null = null
  addEventListener(
    'click',
    (event: MouseEvent) => {
      const target = event.target as HTMLElement
      const layer = target.closest(LAYER)
      if (event.detail < 2) pressedIn = layer
      // What opened under the pointer, or came to light there, was not meant at all.
      const isSame = layer === pressedIn
      if (
        event.detail < 2 ||
        (isSame && (!target.closest('button, a, [type=submit]') || target.closest(MANY)))
      )
        return
      event.preventDefault()
      event.stopImmediatePropagation()
    },
    { capture: true },
  )
  addEventListener(
    'keydown',
    (event: KeyboardEvent) => {
      if (
        event.repeat &&
        (event.key === 'Enter' || event.key === ' ') &&
        (event.target as HTMLElement | null)?.closest('button, a')
      )
        event.preventDefault()
    },
    { capture: true },
  )
}

/** A page is called as its heading: tabs, history and bookmarks tell them apart. */
function titleByHeading(): void {
  const name = () => {
    const heading = document.querySelector('main h1')?.textContent?.trim().replace(/\s+/g, ' ')
    const title = heading ? `${heading} · Virgulta` : 'Virgulta'
    if (document.title !== title) document.title = title
  }
  new MutationObserver(name).observe(document.body, { childList: true, subtree: true, characterData: true })
}

/** What holds for every screen: presses, titles, focus, the steps of the history. */
export default defineNuxtPlugin(nuxt => {
  onePressOnce()
  titleByHeading()
  nuxt.hook('app:mounted', () => keepFocus())
  followRouter()
})
