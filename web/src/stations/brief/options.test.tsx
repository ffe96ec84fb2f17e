import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, someView } from '../../../../tests/web/project'
import { BriefStation } from './BriefStation'

const nothing: Schemas['OptionFigures'] = { volumeL: null, costCents: null, hours: null, massG: null, parts: null, heatW: null }
const empty = someView().design.brief

const brief: Schemas['Brief'] = {
  ...empty,
  criteria: [
    { id: 'size', name: 'Size', weight: 4, measure: 'volumeL', builtScore: null },
    { id: 'look', name: 'Look', weight: 6, measure: 'judgement', builtScore: null },
  ],
  options: [
    { id: 'this', name: 'This design', kind: 'thisDesign', figures: nothing, judgements: [{ criterionId: 'look', score: 7 }] },
    { id: 'old', name: 'The old case', kind: 'oldCase', figures: nothing, judgements: [] },
  ],
}
const view = someView({
  design: { brief },
  plan: {
    decision: {
      cells: [
        { criterionId: 'size', optionId: 'this', value: 3, score: 10 },
        { criterionId: 'size', optionId: 'old', value: null, score: null },
        { criterionId: 'look', optionId: 'this', value: null, score: 7 },
        { criterionId: 'look', optionId: 'old', value: null, score: null },
      ],
      totals: [
        { optionId: 'this', total: 8.2, rank: 1 },
        { optionId: 'old', total: null, rank: null },
      ],
      tips: [{ criterionId: 'look', weight: 2.5, thenOptionId: 'old' }],
      asked: 2,
      builtTotal: null,
    },
  },
})

describe('options against criteria', () => {
  it('shows what the plan knows, what is asked, and where the ranking tips', async () => {
    renderOpen(<BriefStation />, view)
    await userEvent.click(screen.getByRole('radio', { name: 'Options' }))
    expect(screen.getByText('3.00 l')).toBeTruthy()
    expect(screen.getByText('2 to be filled in')).toBeTruthy()
    expect(screen.getByText('at weight 2.5, The old case draws level')).toBeTruthy()
    expect(screen.getByText(/^First:/).textContent).toContain('This design, 8.2 of 10')
  })

  it('takes a judgement, and a variant keeps the figures of now for one unit', async () => {
    const changes = renderOpen(<BriefStation />, { ...view, design: { ...view.design, brief: { ...brief, quantity: 3 } } })
    await userEvent.click(screen.getByRole('radio', { name: 'Options' }))
    await userEvent.type(screen.getByLabelText('Look: The old case'), '4{enter}')
    const judged = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(judged?.(view.design).brief.options[1]?.judgements).toEqual([{ criterionId: 'look', score: 4 }])
    await userEvent.selectOptions(screen.getByLabelText('Add an option'), 'variant')
    const kept = vi.mocked(changes.edit).mock.calls[1]?.[1]
    expect(kept?.(view.design).brief.options[2]).toMatchObject({ kind: 'variant', figures: { volumeL: 3, costCents: 4115 } })
  })

  it('takes out a criterion with its judgements', async () => {
    const changes = renderOpen(<BriefStation />, view)
    await userEvent.click(screen.getByRole('radio', { name: 'Options' }))
    await userEvent.click(screen.getByRole('button', { name: 'Take out Look' }))
    const after = vi.mocked(changes.edit).mock.calls[0]?.[1]?.(view.design).brief
    expect(after?.criteria.map((c) => c.id)).toEqual(['size'])
    expect(after?.options[0]?.judgements).toEqual([])
  })
})

describe('the brief', () => {
  it('registers what wants service once, and shows a likeness with what it lacks', async () => {
    const like = someView({
      design: { brief: { ...empty, likeness: { name: 'Silo', widthMm: 4000, depthMm: 3000, heightMm: 2000, factor: 20 } } },
      plan: {
        likeness: {
          widthMm: 200,
          depthMm: 150,
          heightMm: 100,
          misses: [{ through: 'b', name: 'Board', axis: 'y', needMm: 194, hasMm: 150, shortMm: 44 }],
          largestFactor: 15.46,
        },
      },
    })
    renderOpen(<BriefStation />, like)
    await userEvent.click(screen.getByRole('radio', { name: 'Likeness' }))
    expect(screen.getByText('200 × 150 × 100')).toBeTruthy()
    expect(within(screen.getByRole('row', { name: /Board/ })).getByText('44')).toBeTruthy()
    expect(screen.getByText(/up to 15.46 times smaller/)).toBeTruthy()
  })
})
