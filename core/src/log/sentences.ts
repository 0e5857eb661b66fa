import * as v from 'valibot'

/**
 * What a schema says where it brings no sentence of its own: the library's own words ("Expected <=1000000") are for programmers. Loaded
 * once, by whatever loads the kinds of entries.
 */
const listed = (options: readonly unknown[]) => options.map(String).join(', ')

v.setSchemaMessage(issue => {
  switch (issue.type) {
    case 'number':
      return 'Give a number.'
    case 'string':
      return issue.received === 'undefined' ? 'This is missing.' : 'Give this as text.'
    case 'boolean':
      return 'Say yes or no.'
    case 'array':
      return 'Give this as a list.'
    case 'picklist':
    case 'enum':
      return `Choose one of: ${listed((issue as unknown as { requirement?: unknown[] }).requirement ?? []) || 'what is offered'}.`
    case 'object':
    case 'strict_object':
      return issue.expected === 'never'
        ? 'This is not asked for here; leave it out.'
        : 'Something is missing here.'
    default:
      return 'This is not what is asked for here.'
  }
})
v.setSpecificMessage(v.minValue, issue => `Give ${issue.requirement} or more.`)
v.setSpecificMessage(v.maxValue, issue => `Give ${issue.requirement} or less.`)
v.setSpecificMessage(v.gtValue, issue => `Give more than ${issue.requirement}.`)
v.setSpecificMessage(v.integer, () => 'Give a whole number.')
v.setSpecificMessage(v.finite, () => 'Give a number that has an end.')
v.setSpecificMessage(v.minLength, issue => `Give at least ${issue.requirement}.`)
v.setSpecificMessage(v.maxLength, issue => `Give at most ${issue.requirement}.`)
v.setSpecificMessage(v.nonEmpty, () => 'Write something here.')
v.setSpecificMessage(v.isoTimestamp, () => 'Give the moment as 2027-06-14T05:40:00Z.')
v.setSpecificMessage(v.regex, () => 'This is not written as it should be.')
v.setSpecificMessage(v.uuid, () => 'An id must be a UUID.')
v.setSpecificMessage(v.email, () => 'This is no e-mail address.')
