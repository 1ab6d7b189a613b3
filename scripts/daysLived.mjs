/** The moment at which a new demo is handed over. */
const HANDED_OVER = Date.parse('2026-04-14T13:12:00Z');
const DAY_MS = 24 * 3_600_000;
/** How far the clock is moved by one request. */
const AT_A_TIME_MS = 7 * DAY_MS;
/** Its agents' part is played until so many days before; what comes after waits for whoever opens it. */
const DAYS_LEFT_TO_DO = 1;

/**
 * When a demo begins that has been lived in for so many days before it is handed over, and until when its agents' part is played.
 *
 * @param {number} days
 */
export function daysBefore(days) {
  const at = (before) => new Date(HANDED_OVER - before * DAY_MS).toISOString();
  return { begins: at(days), agentsUntil: at(DAYS_LEFT_TO_DO) };
}

/**
 * Lets a new demo's people live until it is handed over; goes on where it was broken off. A demo that has come so far stays
 * as it is.
 *
 * @param {{ web: string, signIn: { email: string, password: string } }} run
 * @param {(text: string) => void} tell  hears how far they are
 */
export async function liveUntilHandedOver({ web, signIn }, tell) {
  const headers = { 'content-type': 'application/json', origin: web };
  const session = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(signIn) });
  headers.cookie = session.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
  const { now } = await (await fetch(`${web}/api/clock`, { headers })).json();
  for (let at = Date.parse(now); HANDED_OVER > at;) {
    tell(`Its people live, ${Math.ceil((HANDED_OVER - at) / DAY_MS)} days to go …`);
    const minutes = Math.ceil(Math.min(AT_A_TIME_MS, HANDED_OVER - at) / 60_000);
    const moved = await fetch(`${web}/api/demo/clock`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ advance: `PT${minutes}M` }),
    });
    if (!moved.ok) throw new Error(`The demo's clock could not be moved: ${await moved.text()}`);
    at = Date.parse((await moved.json()).now);
  }
}
