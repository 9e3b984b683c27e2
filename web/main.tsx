import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/figtree'
import '#web/shell/tokens.css'
import '#web/shell/layout.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Application } from './Application.tsx'

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Application />
  </StrictMode>,
)
