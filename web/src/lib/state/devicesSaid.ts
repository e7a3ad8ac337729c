import { api, need, Problem } from '$lib/api/client';

/** More than a form would be for. */
const MOST = 200;

const named = (name: string) => need(api.GET('/api/devices/{name}', { params: { path: { name } } }));

/** The devices that somebody means: by names if one of the words is a name, else by a query, which the server reads. */
export async function devicesSaid(said: string): Promise<string[]> {
  const words = said.split(/[\s,]+/).filter((word) => word !== '');
  const found = await Promise.allSettled(words.slice(0, MOST).map(named));
  const missing = found.find((each) => each.status === 'rejected');
  if (!missing) return words;
  if (found.some((each) => each.status === 'fulfilled')) throw missing.reason;
  const query = { query: said.trim(), size: MOST, sort: 'name' };
  const page = await need(api.GET('/api/devices', { params: { query } }));
  if (page.matching === 0)
    throw new Problem(404, 'none', 'No device has this name, and no device is meant by this as a query.', '');
  if (page.matching > MOST)
    throw new Problem(400, 'many', `This means ${page.matching} devices.`, `Name at most ${MOST} at once.`);
  return page.devices.map((device) => device.name);
}
