import { Id } from '@virgulta/core/log/kind'
import * as v from 'valibot'

/** Ids in an address, with commas between them; none where nothing is said. */
export const someIds = (most: number) =>
  v.optional(
    v.pipe(
      v.string(),
      v.transform(ids => ids.split(',').filter(Boolean)),
      v.array(Id),
      v.maxLength(most),
    ),
    '',
  )
