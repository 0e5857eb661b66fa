import { useTheme } from 'vuetify'
import { propertiesOf } from '../theme/looks'

/** Gives the page the look that was chosen: Vuetify's colours, and our own as properties of the document. */
export function useLookOnPage(): void {
  const { look } = storeToRefs(useLookStore())
  const theme = useTheme()
  watch(look, name => theme.change(name), { immediate: true })
  useHead({
    bodyAttrs: { 'data-look': look },
    htmlAttrs: {
      style: () =>
        Object.entries(propertiesOf(look.value))
          .map(([name, value]) => `${name}:${value}`)
          .join(';'),
    },
  })
}
