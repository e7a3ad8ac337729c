const LEAST = 240;
const BELOW = 18;

/** Gives an element the height that is left below it in the window, and at least 240 pixels. */
export function fillsRest(node: HTMLElement) {
  const fit = () => {
    const top = node.getBoundingClientRect().top + window.scrollY;
    const tray = parseFloat(getComputedStyle(document.documentElement).getPropertyValue('--tray')) || 0;
    node.style.height = `${Math.max(LEAST, window.innerHeight - top - BELOW - tray)}px`;
  };
  fit();
  window.addEventListener('resize', fit);
  // What stands above may grow or shrink: a label, a note, a problem.
  const above = new ResizeObserver(fit);
  above.observe(document.body);
  return {
    destroy() {
      window.removeEventListener('resize', fit);
      above.disconnect();
    }
  };
}
