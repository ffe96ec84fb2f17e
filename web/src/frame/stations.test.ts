import { describe, expect, it } from 'vitest'
import type { Design, Plan } from '../project/useProject'
import { stationState } from './stations'

const plan = (findings: { code: string; severity: string; station: string }[]) => ({ findings }) as unknown as Plan
const design = (purpose: string, devices: unknown[]) => ({ brief: { purpose }, devices }) as unknown as Design

describe('station states', () => {
  it('counts a snag at the station where it is mended', () => {
    const snags = plan([{ code: 'corner-open', severity: 'stop', station: 'shell' }])
    expect(stationState('shell', design('x', [1]), snags).stops).toBe(1)
    expect(stationState('fit', design('x', [1]), snags).stops).toBe(0)
  })
  it('gives the sums no state of their own, whatever the plan says', () => {
    expect(stationState('sums', design('', []), plan([{ code: 'fit-binds', severity: 'stop', station: 'shell' }]))).toEqual({
      word: 'tool',
      stops: 0,
      warns: 0,
    })
  })
  it('counts stops and warnings and leaves notes out', () => {
    const state = stationState(
      'mounts',
      design('x', [1]),
      plan([
        { code: 'screw-none-fits', severity: 'stop', station: 'mounts' },
        { code: 'hole-near-edge', severity: 'warn', station: 'mounts' },
        { code: 'hole-near-edge', severity: 'note', station: 'mounts' },
      ]),
    )
    expect(state).toEqual({ word: 'snags', stops: 1, warns: 1 })
  })
  it('calls an untouched brief open and a filled one settled', () => {
    expect(stationState('brief', design('', []), plan([])).word).toBe('open')
    expect(stationState('brief', design('x', []), plan([])).word).toBe('settled')
    expect(stationState('hardware', design('', []), plan([])).word).toBe('open')
  })
})
