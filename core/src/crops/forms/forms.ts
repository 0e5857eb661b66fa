import type { FlowerForm } from '../form'
import { openForms } from './open'
import { specialForms } from './special'

const all = [...openForms, ...specialForms]

/** The flower forms that have a method, cues and drawings. */
export type FormId = (typeof all)[number]['id']
export const FORM_IDS = all.map(form => form.id) as [FormId, ...FormId[]]

export const flowerForms = Object.fromEntries(all.map(form => [form.id, form])) as unknown as Record<
  FormId,
  FlowerForm
>
