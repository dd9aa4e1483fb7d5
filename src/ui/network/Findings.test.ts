import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { Message } from './Findings'

const shown = (text: string, names: readonly string[]) => renderToStaticMarkup(createElement(Message, { text, names }))

test('the names of parts and of equivalents are set bold, whole or not at all', () => {
  expect(shown('stops at R2, (R3+4)‖5 and R6+7.', ['R2', 'R3', 'R4', 'R5', 'R6', 'R7', 'R6+7', '(R3+4)‖5'])).toBe(
    'stops at <strong>R2</strong>, <strong>(R3+4)‖5</strong> and <strong>R6+7</strong>.',
  )
  expect(shown('stops at R2 and R6+7 (a bridge).', ['R2', 'R6', 'R7'])).toBe(
    'stops at <strong>R2</strong> and R6+7 (a bridge).',
  )
  expect(shown('R1.1 is shorted by R.', ['R1.1', 'R.'])).toBe('<strong>R1.1</strong> is shorted by <strong>R.</strong>')
})
