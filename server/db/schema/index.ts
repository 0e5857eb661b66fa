export * from './garden'
export * from './log'
export * from './readModels'
