/**
 * Scenes: what the outside world does, second by second. Times are seconds after the scene starts.
 * A step is a signal (item, check, level, summary; `clear: true` ends it) or a person's report.
 */

const LANES = ['nordpier', 'ask', 'lyngsund', 'storvik', 'tangen', 'havre'];
const named = (harbour) => harbour[0].toUpperCase() + harbour.slice(1);

/** The lanes' only time server loses its signal; three layers up, barriers stay shut. */
const timeServer = [
  // Brought out shortly before: one that looks guilty, and one that is.
  { at: 1, deliver: 'clock-firmware', minutesAgo: 6 },
  { at: 1, deliver: 'lane-screens', minutesAgo: 3 },
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

/** Nobody's monitor, many people's words: most about the lanes, some about something else. */
const told = (at, service, site, what, name, email = null) => ({ at, report: { service, site, what, name, email } });
const peopleReport = [
  told(1, 'vehicle-lanes', 'Ask', 'nobody gets through at the ramp, the arm doesnt lift', 'Quay staff Ask', 'quay-ask@terminals.example'),
  told(3, 'vehicle-lanes', 'Nordpier', 'The barrier stays shut and the queue reaches the main road', 'A driver'),
  told(5, 'vehicle-lanes', 'Ask', 'My car stands in lane 3, the screen says my ticket is not valid yet', 'Jonas Ry', 'jonas.ry@mail.example'),
  told(7, 'payment', null, 'Paid twice for the 21:15, please check', 'Lea Krag', 'lea.krag@mail.example'),
  told(9, 'vehicle-lanes', 'Havre', 'trucks wait since half an hour, bar does not move', 'Haulier Berg', 'dispatch@berg.example'),
  told(11, 'vehicle-lanes', 'Ask', 'Boom does not go up in lane 2', null),
  told(13, 'vehicle-lanes', 'Nordpier', 'Why is the barier closed? We miss our ferry', 'Marit', 'marit@mail.example'),
  told(15, 'announcements', 'Havre', 'The loudspeakers on the quay crackle, nobody understands a word', 'Terminal Havre', 'havre@terminals.example'),
  told(17, 'vehicle-lanes', 'Nordpier', 'All lanes shut, forty cars', 'Terminal Nordpier', 'nordpier@terminals.example'),
  told(19, 'vehicle-lanes', 'Havre', 'the pole at the entry does not lift', null),
  told(21, 'booking', null, 'Can I get the receipts of October as one file?', 'Office of Storvik', 'office@storvik.example'),
];

export const scenes = {
  'time-server': { title: 'The lanes’ time server loses its signal', steps: timeServer, repeat: 15 },
  'time-server-mended': { title: 'The time server has its signal back', steps: timeServerMended, ends: 'time-server' },
  'people-report': { title: 'Many people report at once', steps: peopleReport },
  fog: {
    title: 'Fog on the microwave links of three islands',
    steps: ['skjell', 'ask', 'rossnes'].map((island, i) => ({
      at: 1 + i * 4, item: `mw-${island}`, check: 'link-loss', level: 'warning', summary: `Microwave link ${named(island)} loses packets in fog`, value: 12 + i * 7, unit: '%',
    })),
  },
};
