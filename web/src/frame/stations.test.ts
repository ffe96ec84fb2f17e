import { describe, expect, it } from 'vitest'
import type { Design, Plan } from '../project/useProject'
import { homeOf, stationState } from './stations'

const plan = (findings: { code: string; severity: string }[]) => ({ findings }) as unknown as Plan
const design = (purpose: string, devices: unknown[]) => ({ brief: { purpose }, devices }) as unknown as Design

describe('station states', () => {
  it('sends a snag to the station where it is mended', () => {
    expect(homeOf('device-outside')).toBe('fit')
    expect(homeOf('screw-too-long')).toBe('mounts')
    expect(homeOf('corner-open')).toBe('shell')
  })
  it('finds what structures, glue, fits and loads say at the shell', () => {
    for (const code of [
      'part-floats',
      'corner-not-possible',
      'glue-time-short',
      'fit-binds',
      'grain-crossed',
      'board-sags',
      'feet-low',
    ])
      expect(homeOf(code)).toBe('shell')
  })
  it('gives the sums no state of their own, whatever the plan says', () => {
    expect(stationState('sums', design('', []), plan([{ code: 'fit-binds', severity: 'stop' }]))).toEqual({
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
        { code: 'screw-none-fits', severity: 'stop' },
        { code: 'hole-near-edge', severity: 'warn' },
        { code: 'hole-near-edge', severity: 'note' },
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
