/**
 * Tag codes: `26-4RMX`. Two digits of the year, three or more characters, one check character.
 *
 * Characters that are mistaken for each other in pencil or rain are left out (0 O Q D, 1 I L, 8 B, 5 S, 6 G, 2 Z, U V):
 * one of each group at most remains.
 */

/** Every character a code can hold, at its value. The year uses the digits 0–9, the rest what is not a look-alike. */
const VALUES = '0123456789ACEFHJKMNPRTWXY'
const BODY = '23456789ACEFHJKMNPRTWXY'

/**
 * A prime above every value: with weights that are not zero and differ between neighbours, the weighted sum changes
 * under every wrong character and every swap of neighbours.
 */
const MODULUS = 29

/** Words for reading a code aloud, one for each letter. */
const WORDS: Record<string, string> = {
  A: 'Apple',
  C: 'Clover',
  E: 'Elm',
  F: 'Fern',
  H: 'Hazel',
  J: 'Juniper',
  K: 'Kale',
  M: 'Mint',
  N: 'Nettle',
  P: 'Plum',
  R: 'Rose',
  T: 'Thyme',
  W: 'Willow',
  X: 'Xylem',
  Y: 'Yew',
}

/** Highest serial that has a code of its own within one year. */
export const SERIALS_PER_YEAR = BODY.length ** 4

/** The check character of year and body, or null when its value has no character that may be written. */
function checkCharacter(yearAndBody: string): string | null {
  const sum = [...yearAndBody].reduce((total, character, i) => total + (i + 2) * VALUES.indexOf(character), 0)
  const check = VALUES[(MODULUS - (sum % MODULUS)) % MODULUS]
  return check && BODY.includes(check) ? check : null
}

/** Spreads serials over the codes, so that tags tied one after the other do not differ in one character only. */
function bodyOf(serial: number): string {
  const length = serial < BODY.length ** 3 ? 3 : 4
  const places = BODY.length ** length
  let number = (serial * 7919 + 4211) % places
  let body = ''
  for (let i = 0; i < length; i++) {
    body = BODY[number % BODY.length]! + body
    number = Math.floor(number / BODY.length)
  }
  return body
}

/**
 * The tag code of a serial number, or null for the serials (about one in five) whose check character may not be
 * written: take the next serial then.
 *
 * @param year calendar year
 * @param serial 0 ≤ serial < SERIALS_PER_YEAR
 */
export function tagCode(year: number, serial: number): string | null {
  const yearDigits = String(year % 100).padStart(2, '0')
  const body = bodyOf(serial)
  const check = checkCharacter(yearDigits + body)
  return check && `${yearDigits}-${body}${check}`
}

/** `count` codes of a year from `serial` on, with the serial that comes next. */
export function tagCodes(year: number, serial: number, count: number): { codes: string[]; next: number } {
  const codes: string[] = []
  let next = serial
  while (codes.length < count) {
    const code = tagCode(year, next++)
    if (code) codes.push(code)
  }
  return { codes, next }
}

/** What is wrong with a code, in words; or the code as it is written. */
export type CodeCheck = { ok: true; code: string; year: number } | { ok: false; why: string }

/**
 * Reads a code as people type it (small letters, with or without the hyphen, blanks) and checks it. Catches every
 * single wrong character and every swap of two neighbours.
 */
export function checkTagCode(typed: string): CodeCheck {
  const plain = typed.toUpperCase().replace(/[\s-]/g, '')
  if (!/^\d\d.{4,5}$/.test(plain)) {
    return {
      ok: false,
      why: 'A tag code is two digits of the year and four or five characters, such as 26-4RMX.',
    }
  }
  const strange = [...plain.slice(2)].find(character => !BODY.includes(character))
  if (strange)
    return { ok: false, why: `“${strange}” is not used in tag codes; they hold ${BODY.split('').join(' ')}.` }
  if (checkCharacter(plain.slice(0, -1)) !== plain.at(-1)) {
    return { ok: false, why: 'The check character does not fit: one character is wrong or two are swapped.' }
  }
  return { ok: true, code: `${plain.slice(0, 2)}-${plain.slice(2)}`, year: 2000 + Number(plain.slice(0, 2)) }
}

/** A code for reading aloud: `26-4RMX` → "26 · 4 Rose Mint Xylem". */
export function codeInWords(code: string): string {
  const [year, rest] = code.split('-') as [string, string]
  return `${year} · ${[...rest].map(character => WORDS[character] ?? character).join(' ')}`
}
