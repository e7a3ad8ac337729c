/** How the page that is open was come to. */
let back = false;

export function arrived(type: string) {
  back = type === 'popstate';
}

/** Whether by the browser's Back or Forward: what was left there is looked for. */
export const cameBack = () => back;
