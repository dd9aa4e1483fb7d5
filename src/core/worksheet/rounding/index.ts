/**
 * In: a worksheet on paper, and two numbers that should be the same. Out: whether rounding explains the difference, and
 * which rounding brought in most of it. Textbooks: “propagation of error”, “significant figures”.
 */
export {
  accountForCheck,
  accountForPowers,
  accountForWay,
  roundingsOf,
  withoutRounding,
  type RoundedValue,
  type RoundingAccount,
  accountText,
} from './account'
