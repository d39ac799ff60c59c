import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useEffect, useState } from 'react'
import { afterEach, expect, it } from 'vitest'
import { Rows, type Row } from './Rows'

afterEach(cleanup)

let rows: Row[] = []
function Table() {
  const [held, set] = useState<Row[]>([{ name: 'twine', in: 'tie' }])
  useEffect(() => {
    rows = held
  }, [held])
  return <Rows legend="take-outs" columns={[{ name: 'name', label: 'what' }, { name: 'in', label: 'goes in at', options: [['', 'none'], ['sear', 'sear']] }]} rows={held} set={set} add="add an object" wrong="take-outs.0.name" />
}

it('adds, changes and removes rows', () => {
  render(<Table />)
  fireEvent.change(screen.getByLabelText('take-outs 1, what'), { target: { value: 'string' } })
  fireEvent.click(screen.getByText('add an object'))
  fireEvent.change(screen.getByLabelText('take-outs 2, what'), { target: { value: 'foil' } })
  expect(rows.map((r) => r.name)).toEqual(['string', 'foil'])
  fireEvent.click(screen.getAllByText('remove')[0])
  expect(rows).toEqual([{ name: 'foil' }])
})

it('keeps a choice that is no longer offered, and marks what is wrong', () => {
  render(<Table />)
  expect((screen.getByLabelText('take-outs 1, goes in at') as HTMLSelectElement).value).toBe('tie')
  expect(screen.getByLabelText('take-outs 1, what').className).toContain('is-invalid')
})
