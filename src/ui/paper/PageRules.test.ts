import { pageRules } from './PageRules'

test('a title at the foot of a page can neither end its quotes nor the style sheet', () => {
  const rules = pageRules('Dew strip, short: "</style><script>alert(1)</script>\\ {}', 'a4')
  expect(rules).toContain('size: A4')
  expect(rules).toContain('content: "Dew strip, short: \\22 \\3c ')
  expect(rules).not.toMatch(/<|script>|\\ \{/)
  expect(rules.match(/"/g)).toHaveLength(2)
})

test('a long one leaves room for the number of the page', () => {
  expect(pageRules('x'.repeat(300), 'letter')).toContain(`"${'x'.repeat(80)}…"`)
})
