import type { Look } from '../theme/looks'

/** How the screens look on this device: paper, dark or sun. */
export const useLookStore = defineStore('look', () => {
  const look = useLocalStorage<Look>('virgulta-look', 'paper')
  return { look }
})
