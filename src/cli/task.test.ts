import { program } from '../../test/program'

const task = program('task')
const run = (...args: readonly string[]) => task(args)

test('a random task with dials is printed, and its code prints it again', () => {
  const made = run('--random', '--resistors', '5', '--picture', 'disguised', '--kind', 'mistake', '--seed', '7')
  expect(made.status).toBe(0)
  const task = JSON.parse(made.out)
  expect(task).toMatchObject({
    format: 'nodrel-task',
    kind: 'mistake',
    dials: { resistors: 5, picture: 'disguised', numbers: 'tidy' },
    question: { kind: 'mistake' },
  })
  expect(run(task.code.toLowerCase())).toEqual({ out: made.out, errors: '', status: 0 })
})

test.each([
  [['1000-0000-0000'], 'the last letter does not fit'],
  [['--random', '--resistors', '3', '--depth', '6'], 'depth: groups nested 6 deep need 7 resistors'],
  [['--random', '--resistors', '99'], '--resistors must be one of'],
  [['--random', '--colour', 'red'], 'there is no dial “colour”'],
  [['--random', '--seed', 'x'], 'the seed must be a whole number'],
  [['--random', '--kind'], 'usage'],
  [[], 'usage'],
])('%j is refused in words', (args, message) => {
  const { errors, status } = run(...args)
  expect(status).toBe(2)
  expect(errors).toContain(message)
})
