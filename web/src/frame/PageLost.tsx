import { Button, Empty } from '../kit/controls'

/** In the place of a page whose script is on its way. */
export function Opening() {
  return (
    <main className="p-8">
      <Empty>Opening the page.</Empty>
    </main>
  )
}

/** In the place of a page whose script did not come, or that failed. */
export function PageLost() {
  return (
    <section role="alert" className="p-8">
      <h1 className="mb-2 text-[1.2rem]">This page could not be opened</h1>
      <p className="mb-3">Either the server does not answer, or the page failed. What was changed before is kept.</p>
      <Button look="main" onClick={() => window.location.reload()}>
        Try again
      </Button>
    </section>
  )
}
