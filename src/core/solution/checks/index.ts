/**
 * In: an expansion. Out: whether Kirchhoff's laws and the power balance hold, with the numbers compared.
 * Textbooks: “KCL”, “KVL”, “power supplied equals power dissipated”.
 */
export { checks, type Check } from './checks'
