import type { MeterDocument } from './meter'

/** Two made-up meters: one as schools have it, one a workshop would choose. */
export const meters: readonly MeterDocument[] = [
  {
    format: 'nodrel-meter',
    version: 1,
    name: '6,000 counts',
    counts: 6000,
    voltage: {
      resistance: '10M',
      ranges: [
        { to: '600 mV', percent: 0.5, counts: 3 },
        { to: '6 V', percent: 0.5, counts: 3 },
        { to: '60 V', percent: 0.5, counts: 3 },
        { to: '600 V', percent: 0.8, counts: 3 },
      ],
    },
    current: {
      fuse: '10 A',
      ranges: [
        { to: '6 mA', shunt: '33', percent: 1, counts: 3 },
        { to: '60 mA', shunt: '3.3', percent: 1, counts: 3 },
        { to: '600 mA', shunt: '0.33', percent: 1, counts: 3 },
        { to: '6 A', shunt: '0.02', percent: 1.5, counts: 3 },
      ],
    },
    resistance: {
      ranges: [
        { to: '600', percent: 0.9, counts: 2 },
        { to: '6k', percent: 0.9, counts: 2 },
        { to: '60k', percent: 0.9, counts: 2 },
        { to: '600k', percent: 0.9, counts: 2 },
        { to: '6M', percent: 1.5, counts: 3 },
        { to: '60M', percent: 3, counts: 5 },
      ],
    },
  },
  {
    format: 'nodrel-meter',
    version: 1,
    name: '2,000 counts, school',
    counts: 2000,
    voltage: {
      resistance: '1M',
      ranges: [
        { to: '200 mV', percent: 0.8, counts: 2 },
        { to: '2 V', percent: 0.8, counts: 2 },
        { to: '20 V', percent: 0.8, counts: 2 },
        { to: '200 V', percent: 1, counts: 2 },
      ],
    },
    current: {
      fuse: '200 mA',
      ranges: [
        { to: '2 mA', shunt: '100', percent: 1.2, counts: 2 },
        { to: '20 mA', shunt: '10', percent: 1.2, counts: 2 },
        { to: '200 mA', shunt: '1', percent: 1.5, counts: 2 },
      ],
    },
    resistance: {
      ranges: [
        { to: '200', percent: 1, counts: 3 },
        { to: '2k', percent: 1, counts: 2 },
        { to: '20k', percent: 1, counts: 2 },
        { to: '200k', percent: 1, counts: 2 },
        { to: '2M', percent: 1.5, counts: 3 },
      ],
    },
  },
]
