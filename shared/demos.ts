import * as v from 'valibot'

/** The made-up gardens that a visitor can open a copy of, with their names. */
export const DEMOS = { lake: 'Quillmere Glasshouses', bay: 'Tern Bay Nursery' } as const
export type Demo = keyof typeof DEMOS
export const DEMO_KEYS = Object.keys(DEMOS) as [Demo, ...Demo[]]

/** Which of them is to be opened; absent: the one by the lake. */
export const DemoWish = v.object({
  demo: v.optional(v.picklist(DEMO_KEYS, `Choose one of the demo gardens: ${DEMO_KEYS.join(', ')}.`), 'lake'),
})
