import { v7 } from 'uuid'

/** Ids of what a form makes. They belong to the form and not to the press: sent twice, it makes one thing; begun anew, another. */
export function useFormIds() {
  let made: string[] = []
  return {
    /** @param i which of several things */
    id: (i = 0): string => (made[i] ??= v7()),
    renew: () => {
      made = []
    },
  }
}
