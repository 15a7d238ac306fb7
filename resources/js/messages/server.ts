import { english } from './catalogue';

/** What the server says is worded here once this has come; until then it is in the server's own words. */
export async function loadServerMessages() {
    const { default: server } = await import('./en/server.json');
    Object.assign(english, { server });
}
