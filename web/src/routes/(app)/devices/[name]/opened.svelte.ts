import { api, asProblem, need, type DeviceDetail, type Problem } from '$lib/api/client';

/** The device whose pages are open: all of them show its head. */
class Opened {
  detail = $state<DeviceDetail | undefined>();
  problem = $state<Problem | undefined>();
  #wanted = '';

  async load(name: string) {
    if (name !== this.#wanted) this.detail = undefined;
    this.#wanted = name;
    try {
      const found = await need(api.GET('/api/devices/{name}', { params: { path: { name } } }));
      // The reader may have gone on to another device meanwhile.
      if (name !== this.#wanted) return;
      this.detail = found;
      this.problem = undefined;
    } catch (thrown) {
      this.problem = asProblem(thrown);
    }
  }
}

export const opened = new Opened();
