import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/atkinson-hyperlegible-mono'
import 'antd/dist/reset.css'
import 'antd/dist/antd.css'
import './shell/look/base.css'
import './shell/look/parts.css'
import './shell/look/antd.css'
import './shell/look/layout.css'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { queries } from './shell/api'
import { keepQueries } from './shell/keptQueries'
import { Lights } from './shell/Lights'
import { registerServiceWorker } from './shell/serviceWorker'
import { routes } from './routes'

const router = createBrowserRouter(routes)

registerServiceWorker()
// Enter in a field of a date takes the date; it never saves the form that the field stands in.
document.addEventListener('keydown', (event) => {
  if (event.key === 'Enter' && (event.target as Element).closest?.('.ant-picker')) event.preventDefault()
})

void keepQueries().finally(() =>
  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <Lights>
          <RouterProvider router={router} />
        </Lights>
      </QueryClientProvider>
    </StrictMode>,
  ),
)
