/**
 * The handler of a form that is sent once: what Enter and a click ask for together, or a second click before the first
 * was answered, is one deed.
 */
export function once(deed: () => Promise<unknown> | void): (event: SubmitEvent) => Promise<void> {
  let isGoing = false;
  return async (event) => {
    event.preventDefault();
    if (isGoing) return;
    isGoing = true;
    try {
      await deed();
    } finally {
      isGoing = false;
    }
  };
}
