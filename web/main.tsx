import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/figtree'
import './app/tokens.css'
import './app/layout.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Application } from './app/Application.tsx'

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Application />
  </StrictMode>,
)
