/** Marks the scripts of the page with the request's nonce: the security policy lets no others run. */
export default defineNitroPlugin(nitro => {
  // What a server is built with is nobody's business.
  nitro.hooks.hook('render:response', response => void delete response.headers?.['x-powered-by'])
  nitro.hooks.hook('render:html', (html, { event }) => {
    const mark = (parts: string[]) =>
      parts.map(part => part.replace(/<script(?=[\s>])/g, `<script nonce="${event.context.nonce}"`))
    for (const place of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const)
      html[place] = mark(html[place])
  })
})
