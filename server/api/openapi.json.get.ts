import document from '../../docs/openapi.json'

export default openRoute({ does: 'This description of the routes' }, async () => document)
