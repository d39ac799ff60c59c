import { describe, expect, it } from 'vitest'
import { hourSaid, hourText } from './hours'

describe('the hour of a course', () => {
  it('is an hour, or so many minutes after the one before', () => {
    expect(hourText('20.15')).toEqual({ hour: '20:15' })
    expect(hourText('+20 min')).toEqual({ hour: '', after: 20 })
    expect(hourText('soon')).toBeUndefined()
    expect([hourSaid('20:15'), hourSaid('20:15', 20)]).toEqual(['20:15', '+20'])
  })
})
