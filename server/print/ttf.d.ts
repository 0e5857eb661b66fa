/** Font files come into the bundle as they are. */
declare module '*.ttf' {
  const bytes: Uint8Array
  export default bytes
}
