import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/figtree'
import '#web/shell/tokens.css'
import '#web/shell/layout.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Application } from './Application.tsx'

// After the first screen: it waits for nothing of this.
if (import.meta.env.PROD)
  setTimeout(() => {
    // Without a line at that moment it is put there the next time.
    import('#web/client/put-on-device.ts').then((m) => m.putOnDevice()).catch(() => {})
  }, 3_000)

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Application />
  </StrictMode>,
)
