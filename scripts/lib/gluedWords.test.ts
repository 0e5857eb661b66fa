import { ESLint } from 'eslint'
import { beforeAll, expect, it } from 'vitest'

const eslint = new ESLint()

/** The elements before which a template's words run into each other, by the lint of this project. */
async function gluedIn(template: string): Promise<string[]> {
  const text = `<template>${template}</template>`
  const [{ messages }] = (await eslint.lintText(text, { filePath: 'app/pages/tried.vue' })) as [
    ESLint.LintResult,
  ]
  return messages
    .filter(({ ruleId }) => ruleId === 'virgulta/glued-words')
    .map(({ message }) => /<(\w+)>/.exec(message)![1]!)
}

// Reading the rules takes a while.
beforeAll(() => gluedIn('<p>Words</p>'), 120_000)

it('finds two elements in a line of words with nothing but a line break between them', async () => {
  expect(await gluedIn('<p>From <b>one</b>\n <i>its family</i></p>')).toEqual(['i'])
  expect(
    await gluedIn('<p>{{ words }}<b>one</b>\n <NuxtLink to="/">two</NuxtLink>\n <b>three</b></p>'),
  ).toEqual(['NuxtLink', 'b'])
})

it('finds two numbers that fill the cell of a table', async () => {
  const cell =
    '<template #scored="{ row }"><b>{{ row.scored }}</b>\n <span v-if="row.left">36 to score</span></template>'
  expect(await gluedIn(`<ReadTable>${cell}</ReadTable>`)).toEqual(['span'])
  expect(await gluedIn('<tr><td><b>0</b>\n <i>36 to score</i></td></tr>')).toEqual(['i'])
})

it('lets stand what keeps apart, what is no line of words, and what is shown in place of the other', async () => {
  expect(await gluedIn("<p>From <b>one</b>{{ ' ' }}\n <i>two</i></p>")).toEqual([])
  expect(await gluedIn('<p>From <b>one</b> <i>two</i></p>')).toEqual([])
  expect(await gluedIn('<p>From <b>one</b>,\n <i>two</i></p>')).toEqual([])
  expect(await gluedIn('<div><b>one</b>\n <i>two</i></div>')).toEqual([])
  expect(
    await gluedIn('<A><template #actions><v-btn>one</v-btn>\n <v-btn>two</v-btn></template></A>'),
  ).toEqual([])
  expect(await gluedIn('<div>Words <p>one</p>\n <p>two</p></div>')).toEqual([])
  expect(await gluedIn('<p>A <b v-if="is">one</b>\n <i v-else>two</i></p>')).toEqual([])
})
