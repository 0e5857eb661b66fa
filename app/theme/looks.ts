/** The three looks: paper for the desk, dark for the evening, sun (black on white, heavier) for outdoors. */
export const looks = {
  paper: {
    paper: '#FAF7F0',
    sheet: '#FFFFFF',
    ink: '#1F2A24',
    quiet: '#5A645D',
    rule: '#D9D3C4',
    wash: '#EFF3EC',
    sap: '#245C4A',
    onSap: '#FFFFFF',
    seed: '#9B2C4D',
    pollen: '#855408',
    fail: '#A5281B',
    doubt: '#7A4E00',
    isDark: false,
  },
  dark: {
    paper: '#171C19',
    sheet: '#1F2622',
    ink: '#EAE6DA',
    quiet: '#A9B2AB',
    rule: '#3B4540',
    wash: '#26302B',
    sap: '#8CCDB4',
    onSap: '#10201A',
    seed: '#F09AB4',
    pollen: '#E2B266',
    fail: '#FF9D8F',
    doubt: '#EBC06A',
    isDark: true,
  },
  sun: {
    paper: '#FFFFFF',
    sheet: '#FFFFFF',
    ink: '#000000',
    quiet: '#262626',
    rule: '#000000',
    wash: '#EDEDED',
    sap: '#003D2B',
    onSap: '#FFFFFF',
    seed: '#7A0030',
    pollen: '#5C3700',
    fail: '#8A0F00',
    doubt: '#553400',
    isDark: false,
  },
} as const

export type Look = keyof typeof looks

/** A look's colours as the custom properties that the drawings and style sheets use. */
export function propertiesOf(look: Look): Record<string, string> {
  return Object.fromEntries(
    Object.entries(looks[look])
      .filter(([, colour]) => typeof colour === 'string')
      .map(([name, colour]) => [`--${name}`, String(colour)]),
  )
}
