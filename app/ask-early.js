// What every screen begins with is asked for while the scripts are still on their way (app/stores/session.ts).
const wasOpen = localStorage.getItem('virgulta-was-open') === 'true'
for (const href of ['/api/session', ...(wasOpen ? ['/api/garden'] : [])])
  document.head.append(
    Object.assign(document.createElement('link'), {
      rel: 'preload',
      as: 'fetch',
      crossOrigin: 'anonymous',
      href,
    }),
  )
