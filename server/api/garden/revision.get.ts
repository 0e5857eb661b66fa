export default gardenRoute(
  'guest',
  { does: 'The number of the state of the log: whether a screen is up to date' },
  async ({ garden }) => ({ revision: garden.revision, today: garden.today }),
)
