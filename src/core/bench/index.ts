/**
 * In: a network, its tolerances and ratings, a meter, readings. Out: between which limits each value lies and how it spreads;
 * what to measure, in which order, and between which limits each reading must fall; what the readings say is wrong; and a
 * bench to measure on where there is none. Textbooks: “measure and compare”, “troubleshooting”, “worst-case analysis”.
 */
export * from './tolerance'
export * from './meter'
export * from './plan'
export * from './readings'
export * from './diagnosis'
export * from './standin'
