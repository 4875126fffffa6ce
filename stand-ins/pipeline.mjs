/**
 * A delivery pipeline: it brings versions of the company's own programs and firmware out, and tells of it in events of
 * CDEvents, late and twice where the network is bad.
 */
import { instant } from './clock.mjs';

const event = (id, doing, service, version, at, { author, commits, workItem } = {}) => ({
  context: { version: '0.4.1', id, source: '/pipelines/eiderholm', type: `dev.cdevents.service.${doing}.0.1.1`, timestamp: at },
  subject: {
    id: service, source: '/pipelines/eiderholm', type: 'service',
    content: { environment: { id: 'production' }, artifactId: `pkg:generic/${service}@${version}` },
  },
  customData: { author, commits, workItem },
});

/** What can be brought out, by name. The first two are told in the scene of the time server: one looks guilty, one is. */
export const deliveries = {
  'lane-screens': { title: 'New texts on the lane screens', service: 'lane-screens', version: '7.4.1', author: 'Yara Moen', commits: '9c1f..a07e', workItem: 'LANE-412' },
  'clock-firmware': { title: 'Firmware of the time servers', service: 'time-server-firmware', version: '2.9.0', author: 'Frida Haugen', commits: 'd2aa..e914', workItem: 'PLAT-88' },
  'clock-firmware-back': { title: 'Back to the old firmware of the time servers', doing: 'rolledback', service: 'time-server-firmware', version: '2.8.3', author: 'Frida Haugen' },
  'tide-reader': { title: 'A new reader of the tide feed', service: 'tide-feed', version: '3.2.0', author: 'Amal Nygaard', commits: '77b0..41dd', workItem: 'SHIP-19' },
  'tide-reader-back': { title: 'Back to the old reader of the tide feed', doing: 'rolledback', service: 'tide-feed', version: '3.1.0', author: 'Amal Nygaard' },
  unknown: { title: 'A service that nobody has named yet', service: 'gangway-lights', version: '0.1.0', author: 'a build robot' },
};

export function createPipeline({ post, keep }) {
  const told = [];
  let nextId = Date.now();
  /** @param minutesAgo when it was done: events come late. */
  const deliver = async (name, minutesAgo = 0) => {
    const one = deliveries[name];
    if (!one) return null;
    const at = instant(minutesAgo * 60_000);
    const body = event(`run-${nextId++}`, one.doing ?? 'deployed', one.service, one.version, at, one);
    try {
      const answer = await post('/api/v1/deployments', body);
      return keep(told, { name, at, title: one.title, answered: answer.status, change: answer.body?.change ?? null, error: answer.body?.detail ?? null });
    } catch (error) {
      return keep(told, { name, at, title: one.title, answered: 0, change: null, error: error.message });
    }
  };

  return {
    deliver,
    state: () => ({ deliveries: Object.entries(deliveries).map(([name, { title }]) => ({ name, title })), delivered: told.slice(-10) }),
  };
}
