import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, taken } from '../../api/client'
import { Button } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { NewProject } from './NewProject'
import { DeletedProjects, ProjectList } from './ProjectList'

/** All projects: open one, begin one, bring one in from a file, copy, delete and bring back. */
export function ProjectsStation() {
  const { theme, setTheme } = usePreferences()
  const projects = useQuery({
    queryKey: ['projects'],
    queryFn: async () => taken(await api.GET('/api/projects')),
    // a server that is away is asked again until it is back
    refetchInterval: (query) => (query.state.status === 'error' ? 2000 : false),
  })
  return (
    <div className="mx-auto max-w-[84rem] px-5 py-6">
      <header className="mb-6 flex items-center gap-3">
        <img src="/mark.svg" alt="" className="h-9 w-9" />
        <h1 className="flex-1 text-[1.6rem]">Anvil Plan</h1>
        <Link to="/shop" className="px-3 py-1.5 hover:text-violet">
          The shop
        </Link>
        <Button look="quiet" onClick={() => setTheme(theme === 'light' ? 'dark' : 'light')}>
          {theme === 'light' ? 'Dark' : 'Light'}
        </Button>
      </header>
      <main className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_18rem]">
        <div className="min-w-0">
          <section aria-label="Projects" className="border border-line bg-paper">
            <h2 className="border-b border-hair px-4 py-2">Projects</h2>
            {projects.isError && <p className="p-4 text-stop">The server does not answer. Is it still running?</p>}
            {projects.data && <ProjectList projects={projects.data} />}
          </section>
          <DeletedProjects />
        </div>
        <NewProject />
      </main>
    </div>
  )
}
