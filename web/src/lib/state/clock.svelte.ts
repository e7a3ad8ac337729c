/** The time of day for ages on the page, moved on every half minute. */
class PageClock {
  now = $state(Date.now());

  constructor() {
    setInterval(() => (this.now = Date.now()), 30_000);
  }
}

export const clock = new PageClock();
