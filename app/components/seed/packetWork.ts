/** Work at a packet beside sowing from it. */
export const PACKET_WORK = {
  store: {
    button: 'Put it away',
    heading: 'Put it away',
    action: 'Put it there',
    words: 'Dry, cool and dark it keeps longest; how cold it is there is reckoned with.',
  },
  test: {
    button: 'Test a sample',
    heading: 'A sample was tested',
    action: 'Note the test',
    words: 'Some seeds on damp paper in the warmth; count those that sprouted when no more come.',
  },
  recount: {
    button: 'Count it anew',
    heading: 'Count it anew',
    action: 'Note the count',
    words: 'What the packet holds now, whatever was noted before.',
  },
  split: {
    button: 'Split it',
    heading: 'Split the packet',
    action: 'Split it',
    words: 'Each new packet gets a code, and all that is known of the seed goes with it, its doubts too.',
  },
  merge: {
    button: 'Pour another one in',
    heading: 'Pour another packet in',
    action: 'Pour it in',
    words: 'Of the same cross alone. The oldest seed tells how old the packet is, and doubts of both count.',
  },
} as const
export type PacketWork = keyof typeof PACKET_WORK
