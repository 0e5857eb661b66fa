/** The camera of a telephone reads a tag: Chromium's stand-in camera is shown a picture of the tag's code. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { chromium, expect, test } from '@playwright/test'
import QRCode from 'qrcode'
import { openDemo } from './garden'

const [WIDTH, HEIGHT, MODULE] = [640, 480, 14]
const FILM = '.cache/camera.y4m'

/** A film of a few still pictures with the code in the middle, in the raw format that the stand-in camera takes. */
function film(code: string): Buffer {
  const { modules } = QRCode.create(code, { errorCorrectionLevel: 'Q' })
  const light = Buffer.alloc(WIDTH * HEIGHT, 235)
  const [left, top] = [(WIDTH - modules.size * MODULE) >> 1, (HEIGHT - modules.size * MODULE) >> 1]
  for (let y = 0; y < modules.size * MODULE; y++) {
    for (let x = 0; x < modules.size * MODULE; x++) {
      if (modules.get(Math.floor(y / MODULE), Math.floor(x / MODULE)))
        light[(top + y) * WIDTH + left + x] = 16
    }
  }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), light, Buffer.alloc((WIDTH * HEIGHT) / 2, 128)])
  return Buffer.concat([
    Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420mpeg2\n`),
    frame,
    frame,
    frame,
  ])
}

test('the camera reads a tag, and the walk goes to its stop', async ({ page, baseURL, launchOptions }) => {
  await openDemo(page)
  const { stops } = (await (await page.request.get('/api/round')).json()) as {
    stops: { code: string; step: string }[]
  }
  const { code } = stops.filter(s => s.step === 'takeLook').at(-1)!
  mkdirSync('.cache', { recursive: true })
  writeFileSync(FILM, film(code))
  const browser = await chromium.launch({
    ...launchOptions,
    args: [
      ...(launchOptions.args ?? []),
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${FILM}`,
    ],
  })
  try {
    const context = await browser.newContext({
      baseURL,
      storageState: await page.context().storageState(),
      viewport: { width: 390, height: 844 },
      permissions: ['camera'],
    })
    const telephone = await context.newPage()
    await telephone.goto('/walk')
    await expect(telephone.getByRole('region', { name: /^Stop/ })).toBeVisible()
    await telephone.getByRole('button', { name: 'Scan a tag' }).click()
    await telephone.getByRole('button', { name: 'Use the camera' }).click()
    await expect(telephone.getByRole('region', { name: `Stop ${code}` })).toBeVisible()
  } finally {
    await browser.close()
  }
})
