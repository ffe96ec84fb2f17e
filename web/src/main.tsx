import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode, type ComponentType } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import './index.css'
import { Opening, PageLost } from './frame/PageLost'
import { ProjectFrame } from './frame/ProjectFrame'
import type { StationKey } from './frame/stations'
import { NoticesProvider } from './kit/notices'
import { PreferencesProvider } from './kit/preferences'
import { ProjectsStation } from './stations/projects/ProjectsStation'

/** Each page is a script of its own, fetched when it is first opened, or when the first page has come to rest. */
const STATION_PAGES: Record<StationKey, () => Promise<ComponentType>> = {
  brief: () => import('./stations/brief/BriefStation').then((m) => m.BriefStation),
  hardware: () => import('./stations/hardware/HardwareStation').then((m) => m.HardwareStation),
  fit: () => import('./stations/fit/FitStation').then((m) => m.FitStation),
  shell: () => import('./stations/shell/ShellStation').then((m) => m.ShellStation),
  cuts: () => import('./stations/cuts/CutsStation').then((m) => m.CutsStation),
  mounts: () => import('./stations/mounts/MountsStation').then((m) => m.MountsStation),
  packet: () => import('./stations/packet/PacketStation').then((m) => m.PacketStation),
  sums: () => import('./stations/sums/SumsStation').then((m) => m.SumsStation),
}

const OTHER_PAGES: Record<string, () => Promise<ComponentType>> = {
  '/shop': () => import('./stations/shop/ShopStation').then((m) => m.ShopStation),
  '/sums': () => import('./stations/sums/SumsStation').then((m) => m.SumsPage),
}

const pages = (of: Record<string, () => Promise<ComponentType>>) =>
  Object.entries(of).map(([path, load]) => ({
    path,
    lazy: async () => ({ Component: await load() }),
    errorElement: <PageLost />,
    HydrateFallback: Opening,
  }))

const router = createBrowserRouter([
  { path: '/', element: <ProjectsStation /> },
  ...pages(OTHER_PAGES),
  {
    path: '/project/:id',
    element: <ProjectFrame />,
    HydrateFallback: Opening,
    children: [{ index: true, element: <Navigate to="brief" replace /> }, ...pages(STATION_PAGES)],
  },
  { path: '*', element: <Navigate to="/" replace /> },
])

// so that going from page to page waits for nothing, and a server that is stopped meanwhile takes no page away
window.addEventListener('load', () =>
  window.setTimeout(() => {
    for (const load of [...Object.values(STATION_PAGES), ...Object.values(OTHER_PAGES)]) void load().catch(() => undefined)
  }, 500),
)

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } })

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <PreferencesProvider>
          <NoticesProvider>
            <RouterProvider router={router} />
          </NoticesProvider>
        </PreferencesProvider>
      </QueryClientProvider>
    </StrictMode>,
  )
}
