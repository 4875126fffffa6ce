/**
 * Scenes: what the outside world does, second by second. Times are seconds after the scene starts.
 * A step is a signal (item, check, level, summary; `clear: true` ends it) or a person's report.
 */

const LANES = ['nordpier', 'ask', 'lyngsund', 'storvik', 'tangen', 'havre'];
const named = (harbour) => harbour[0].toUpperCase() + harbour.slice(1);

/** The lanes' only time server loses its signal; three layers up, barriers stay shut. */
const timeServer = [
  { at: 1, item: 'manifest-db-2', check: 'node', level: 'critical', summary: 'Manifest store runs without a spare: node 2 is out for a new power supply' },
  { at: 3, item: 'feed-gateway', check: 'delay', level: 'error', summary: 'Ship positions are 4 minutes behind' },
  { at: 9, item: 'feed-gateway', check: 'delay', level: 'error', clear: true },
  { at: 12, item: 'feed-gateway', check: 'delay', level: 'error', summary: 'Ship positions are 5 minutes behind' },
  { at: 6, item: 'clk-2', check: 'satellite-signal', level: 'error', summary: 'Time server clk-2 lost its satellite signal' },
  { at: 10, item: 'lane-time', check: 'drift', level: 'error', summary: 'Lane time is 9 minutes behind', value: 540, unit: 's' },
  ...LANES.map((harbour, i) => ({
    at: 14 + i * 2, item: `lane-control-${harbour}`, check: 'booking-validity', level: 'critical',
    summary: `Lane control ${named(harbour)} takes bookings for not yet valid`,
  })),
  ...LANES.slice(0, 4).map((harbour, i) => ({
    at: 20 + i * 3, item: `barrier-${harbour}`, check: 'stays-shut', level: 'critical', summary: `Barriers at ${named(harbour)} stay shut`,
  })),
  { at: 25, report: { service: 'vehicle-lanes', site: 'Nordpier', what: 'The barrier does not open, although the booking is for 07:45 today', name: 'Terminal Nordpier', email: 'nordpier@terminals.example' } },
  { at: 34, report: { service: 'vehicle-lanes', site: 'Ask', what: 'Forty cars wait, nobody is let through', name: 'Terminal Ask', email: 'ask@terminals.example' } },
  { at: 48, report: { service: 'booking', site: null, what: 'My ticket is said to be not valid yet', name: 'Lea Krag', email: 'lea.krag@mail.example' } },
];

/** Everything that the scene broke works again. */
const timeServerMended = timeServer.filter((step) => step.item && !step.clear).map((step, i) => ({ ...step, at: 1 + i * 0.3, summary: undefined, clear: true }));

export const scenes = {
  'time-server': { title: 'The lanes’ time server loses its signal', steps: timeServer, repeat: 15 },
  'time-server-mended': { title: 'The time server has its signal back', steps: timeServerMended, ends: 'time-server' },
  fog: {
    title: 'Fog on the microwave links of three islands',
    steps: ['skjell', 'ask', 'rossnes'].map((island, i) => ({
      at: 1 + i * 4, item: `mw-${island}`, check: 'link-loss', level: 'warning', summary: `Microwave link ${named(island)} loses packets in fog`, value: 12 + i * 7, unit: '%',
    })),
  },
};
