import * as v from 'valibot'

/** A fault of a screen: its number, what kind of error, where in the program and on which screen; nothing that a person typed. */
export const OwnFault = v.strictObject({
  number: v.pipe(v.string(), v.regex(/^\d{6}$/, 'The number has six digits.')),
  name: v.pipe(v.string(), v.maxLength(60, 'Use at most 60 characters.')),
  at: v.pipe(
    v.array(v.pipe(v.string(), v.maxLength(200, 'Use at most 200 characters.'))),
    v.maxLength(6, 'Give at most six lines.'),
  ),
  path: v.pipe(v.string(), v.maxLength(200, 'Use at most 200 characters.')),
})
