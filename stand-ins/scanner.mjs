/**
 * A scanner of the machine rooms and quay networks: it finds machines by what is written on them and by their
 * addresses, and hears who speaks to whom. It knows what stands there, not what anybody wrote down of it.
 */
const host = (n, more = {}) => {
  const id = `host-${String(n).padStart(2, '0')}`;
  return { ref: id, kind: 'host', attributes: { serial: `EL-${id.toUpperCase()}`, hostname: `${id}.eiderholm.example`, system: n % 5 === 0 ? 'Basalt 8' : 'Basalt 9', ...more } };
};
const harbours = ['nordpier', 'ask', 'skjell', 'vardholm', 'lyngsund', 'havre', 'tangen', 'brenna', 'storvik', 'ulvesund', 'kalvoy', 'sandhamna', 'rossnes', 'eidkai'];
const quay = harbours.flatMap((harbour) => [`quay-sw-${harbour}-1`, `quay-sw-${harbour}-2`].map((id) => ({
  ref: id, kind: 'switch', attributes: { serial: `EL-${id.toUpperCase()}`, hostname: `${id}.eiderholm.example`, firmware: harbour === 'rossnes' ? '7.1' : '7.4' },
})));
const node = (id, kind, port) => ({ ref: id, kind, attributes: { endpoint: `${id}.eiderholm.example:${port}` } });
const nodes = [
  ...['announce-hub-1', 'announce-hub-2', 'board-web-1', 'board-web-2', 'desk-app-1', 'desk-app-2', 'pay-link-1', 'roster-app-1'].map((id) => node(id, 'application node', 8443)),
  ...['booking-db-1', 'booking-db-2', 'crew-db-1', 'position-db-1'].map((id) => node(id, 'database node', 5432)),
  ...['bus-1', 'bus-2'].map((id) => node(id, 'message bus node', 5672)),
];
const connections = [
  ['announce-hub-1', 'booking-db-2', 5432, 1840], ['announce-hub-2', 'booking-db-2', 5432, 1710], ['desk-app-1', 'pay-link-1', 8443, 322],
  ['board-web-1', 'bus-1', 5672, 96], ['board-web-2', 'bus-1', 5672, 88], ['roster-app-1', 'position-db-1', 5432, 4],
].map(([from, to, port, seen]) => ({ from, to, port, seen }));
const everyHost = Array.from({ length: 24 }, (_, i) => host(i + 1));

/** What it finds, by the name of the scan. */
export const scans = {
  before: { title: 'as it was yesterday', items: [...everyHost, ...quay, ...nodes], connections: [] },
  now: {
    title: 'Scan the machine rooms and quays',
    items: [
      ...everyHost.filter((one) => one.ref !== 'host-19').map((one) => (one.ref === 'host-07' ? host(7, { memory: 192 }) : one)),
      { ref: 'unknown-1', kind: 'host', attributes: { serial: 'EL-HOST-25', hostname: 'host-25.eiderholm.example', address: '10.22.4.30', memory: 256, system: 'Basalt 9' } },
      { ref: 'unknown-2', kind: 'host', attributes: { memory: 16 } },
      ...quay, ...nodes,
    ],
    connections,
  },
  half: { title: 'Scan with a probe that is nearly blind', items: everyHost.slice(0, 9), connections: [] },
};
