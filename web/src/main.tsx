import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import './index.css'
import { ProjectFrame } from './frame/ProjectFrame'
import { PreferencesProvider } from './kit/preferences'
import { BriefStation } from './stations/brief/BriefStation'
import { CutsStation } from './stations/cuts/CutsStation'
import { FitStation } from './stations/fit/FitStation'
import { HardwareStation } from './stations/hardware/HardwareStation'
import { MountsStation } from './stations/mounts/MountsStation'
import { PacketStation } from './stations/packet/PacketStation'
import { ProjectsStation } from './stations/projects/ProjectsStation'
import { SumsPage, SumsStation } from './stations/sums/SumsStation'
import { ShopStation } from './stations/shop/ShopStation'
import { ShellStation } from './stations/shell/ShellStation'

const router = createBrowserRouter([
  { path: '/', element: <ProjectsStation /> },
  { path: '/shop', element: <ShopStation /> },
  { path: '/sums', element: <SumsPage /> },
  {
    path: '/project/:id',
    element: <ProjectFrame />,
    children: [
      { index: true, element: <Navigate to="brief" replace /> },
      { path: 'brief', element: <BriefStation /> },
      { path: 'hardware', element: <HardwareStation /> },
      { path: 'fit', element: <FitStation /> },
      { path: 'shell', element: <ShellStation /> },
      { path: 'cuts', element: <CutsStation /> },
      { path: 'mounts', element: <MountsStation /> },
      { path: 'packet', element: <PacketStation /> },
      { path: 'sums', element: <SumsStation /> },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
])

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } })

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <PreferencesProvider>
          <RouterProvider router={router} />
        </PreferencesProvider>
      </QueryClientProvider>
    </StrictMode>,
  )
}
