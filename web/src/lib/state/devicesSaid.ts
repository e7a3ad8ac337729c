import { api, need } from '$lib/api/client';

/** More than a form would be for. */
const MOST = 200;

/** The devices that somebody means by names or by a query; a name that nobody has is a problem. */
export async function devicesSaid(said: string): Promise<string[]> {
  const isQuery = /\s(is|has|not|and|or)\s/.test(said);
  if (!isQuery) {
    const names = said.split(/[\s,]+/).filter((name) => name !== '');
    await Promise.all(
      names.map((name) => need(api.GET('/api/devices/{name}', { params: { path: { name } } })))
    );
    return names;
  }
  const query = { query: said.trim(), size: MOST, sort: 'name' };
  const found = await need(api.GET('/api/devices', { params: { query } }));
  return found.devices.map((device) => device.name);
}
