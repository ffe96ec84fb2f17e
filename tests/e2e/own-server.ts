import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** A server with a database of its own, which a test can stop and start again. */
export class OwnServer {
  private readonly folder = mkdtempSync(join(tmpdir(), 'anvil-own-'))
  private process: ChildProcess | null = null
  private port = 0

  get address() {
    return `http://127.0.0.1:${this.port}`
  }

  async start() {
    this.port ||= await freePort()
    const server = resolve('../src/AnvilPlan.Server')
    this.process = spawn(
      'dotnet',
      [
        join(server, 'bin/Release/net10.0/AnvilPlan.Server.dll'),
        '--port',
        String(this.port),
        '--data',
        join(this.folder, 'shop.db'),
      ],
      { cwd: server, stdio: 'ignore' },
    )
    for (let tries = 0; tries < 200; tries++) {
      const up = await fetch(`${this.address}/api/projects`).catch(() => null)
      if (up?.ok) return
      await new Promise((done) => setTimeout(done, 100))
    }
    throw new Error('The server did not start.')
  }

  /** What it holds of the machine's memory, MB. */
  residentMb(): number {
    const status = readFileSync(`/proc/${this.process?.pid}/status`, 'utf8')
    return Math.round(Number(/VmRSS:\s+(\d+) kB/.exec(status)?.[1] ?? NaN) / 1024)
  }

  /** As a power cut would. */
  async kill() {
    const running = this.process
    this.process = null
    if (!running || running.exitCode !== null) return
    await new Promise((done) => {
      running.once('exit', done)
      running.kill('SIGKILL')
    })
  }

  async end() {
    await this.kill()
    rmSync(this.folder, { recursive: true, force: true })
  }
}

function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => done(port))
    })
  })
}
