const LEAST = 240;
const BELOW = 18;

/** Gives an element the height that is left below it in the window, and at least so many pixels. */
export function fillsRest(node: HTMLElement | SVGElement, least: number = LEAST) {
  const fit = () => {
    const top = node.getBoundingClientRect().top + window.scrollY;
    const root = getComputedStyle(document.documentElement);
    const bars = ['--tray', '--chosen-bar'].map((name) => parseFloat(root.getPropertyValue(name)) || 0);
    const room = bars.reduce((left, bar) => left - bar, window.innerHeight - top - BELOW);
    node.style.height = `${Math.max(least, room)}px`;
  };
  fit();
  window.addEventListener('resize', fit);
  // What stands above may grow or shrink: a label, a note, a problem.
  const above = new ResizeObserver(fit);
  above.observe(document.body);
  // What goes away above does not make a page smaller than the window.
  const parts = new MutationObserver(fit);
  parts.observe(document.body, { childList: true, subtree: true });
  return {
    destroy() {
      window.removeEventListener('resize', fit);
      above.disconnect();
      parts.disconnect();
    }
  };
}
