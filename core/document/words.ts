/** What is wrong with data, in words a maker understands and with its place. */
import type * as z from 'zod'

const WANTED: Readonly<Record<string, string>> = {
  string: 'text in quotation marks',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object with fields',
  record: 'an object with fields',
  null: 'empty',
  tuple: 'a list',
  undefined: 'left out',
}
const MOST_SAID = 3

/** The place of a fault: "spans · across · start", lists counted from 1. */
const sayPath = (path: ReadonlyArray<PropertyKey>): string =>
  path.map((p) => (typeof p === 'number' ? String(p + 1) : String(p))).join(' · ')

function sayOne(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return /received undefined$/.test(issue.message)
        ? 'is missing'
        : `is not ${WANTED[issue.expected] ?? issue.expected}`
    case 'unrecognized_keys':
      return `has ${issue.keys.map((k) => `“${k.slice(0, 40)}”`).join(', ')}, which is unknown there`
    case 'invalid_value':
      return `is none of ${issue.values.map(String).join(', ')}`
    case 'invalid_union':
      return 'discriminator' in issue && issue.discriminator
        ? 'is of no kind that is known'
        : 'is not as it should be'
    case 'too_big':
      if (issue.origin === 'array') return `holds more than ${issue.maximum}`
      return issue.origin === 'string' ? issue.message : `is larger than ${issue.maximum}`
    case 'too_small':
      if (issue.origin === 'array') return `holds fewer than ${issue.minimum}`
      return issue.origin === 'string'
        ? issue.message
        : `is smaller than ${issue.minimum}${issue.inclusive === false ? ' or equal' : ''}`
    case 'invalid_key':
      return 'has a name that cannot be used'
    default:
      return issue.message
  }
}

const SENTENCE = /^[A-Z“]/

/**
 * The first few things that are wrong, each with its place: "stock is missing; spans · across: a span takes
 * two of …".
 */
export function sayIssue(error: z.ZodError): string {
  const said = error.issues.slice(0, MOST_SAID).map((issue) => {
    const text = sayOne(issue)
    const place = sayPath(issue.path)
    if (!place) return text
    // What is a sentence of its own stands after its place; the rest goes on from it.
    return issue.code === 'custom' ||
      issue.code === 'invalid_format' ||
      SENTENCE.test(text) ||
      /^a(n)? /.test(text)
      ? `${place}: ${text}`
      : `${place} ${text}`
  })
  const more = error.issues.length - said.length
  return [...said, ...(more > 0 ? [`and ${more} more`] : [])].join('; ') || 'not as it should be'
}
