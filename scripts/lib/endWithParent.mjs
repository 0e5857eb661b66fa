/** Loaded into the web server: when the launcher is killed, its end of this pipe closes and the server goes too. */
process.stdin.on('end', () => process.exit(0)).resume()
