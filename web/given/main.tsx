import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/figtree'
import '#web/shell/tokens.css'
import '#web/shell/layout.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { isPassing } from '#web/client/http.ts'
import { GivenPage } from './GivenPage.tsx'

// What a customer's link opens: a page of its own, with nothing of the shop's application on their phone.

const client = new QueryClient({
  defaultOptions: { queries: { retry: (count, error) => count < 2 && isPassing(error), staleTime: 60_000 } },
})
const token = location.pathname.split('/')[2] ?? ''

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <GivenPage token={token} />
    </QueryClientProvider>
  </StrictMode>,
)
