import { useRouteQuery } from '@vueuse/router'

/**
 * A part of what a screen shows, in its address under a name. Another value takes the place of the earlier one, without a step of
 * history; values that change together are one change of the address. What is empty is as if it were not there.
 *
 * @param otherwise what it is where the address does not say
 * @param chosen told when the screen sets it, not when the address was changed by going back
 */
export function useAddress(
  name: string,
  otherwise: MaybeRefOrGetter<string> = '',
  chosen?: () => void,
): WritableComputedRef<string, string | null> {
  const usual = () => toValue(otherwise)
  const text = useRouteQuery<string | null, string>(name, usual, {
    route: useRoute(),
    transform: { get: given => String(given || usual()), set: value => value || usual() },
  })
  return computed({
    get: () => text.value,
    set: value => {
      text.value = value ?? ''
      chosen?.()
    },
  })
}

/** A number in the address, as {@link useAddress}; what is none, or is too small, is as if it were not there. */
export function useAddressNumber(
  name: string,
  otherwise: number,
  { least = 0, most = Infinity, isWhole = true } = {},
) {
  const text = useAddress(name, String(otherwise))
  return computed({
    get: () => {
      const number = Number(text.value)
      const isOne = isWhole ? Number.isInteger(number) : Number.isFinite(number)
      return isOne && number >= least ? Math.min(most, number) : otherwise
    },
    set: number => (text.value = String(number)),
  })
}

/** Codes in the address, as {@link useAddress}. */
export function useAddressList(name: string) {
  const text = useAddress(name)
  return computed({
    get: () => text.value.split(',').filter(Boolean),
    set: codes => (text.value = codes.join()),
  })
}

/** The column a list is sorted by, and which way up, in the address. */
export interface SortedBy {
  key: string
  order: 'asc' | 'desc'
}

/**
 * What a list is sorted by, as {@link useAddress}.
 *
 * @param usual what it is sorted by at first; an empty key: by nothing
 * @param keys what it can be sorted by: with another one in the address it is sorted as usual; absent: by anything
 */
export function useAddressSort(usual: () => SortedBy, keys?: readonly string[]) {
  const key = useAddress('sort', () => usual().key)
  const order = useAddress('order', () => (key.value === usual().key ? usual().order : 'asc'))
  return computed({
    get: (): SortedBy[] => {
      if (keys && !keys.includes(key.value)) return [usual()]
      return key.value ? [{ key: key.value, order: order.value === 'desc' ? 'desc' : 'asc' }] : []
    },
    set: ([by]) => {
      key.value = by?.key ?? ''
      order.value = by?.order ?? ''
    },
  })
}
