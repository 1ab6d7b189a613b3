/** The moment at which a new demo's clock stands first, ten weeks before it is handed over. */
export const WEEKS_BEGIN = '2026-02-03T12:00:00Z';

/** Until when its agents' part is played, by days; what comes after waits for whoever opens it. */
export const AGENTS_UNTIL = '2026-04-13T04:00:00Z';

const HANDED_OVER = Date.parse('2026-04-14T13:12:00Z');
const A_STEP_MS = 24 * 3_600_000;

/**
 * Lets a new demo's people live until it is handed over; goes on where it was broken off. A demo that has come so far stays
 * as it is.
 *
 * @param {{ web: string, signIn: { email: string, password: string } }} run
 */
export async function liveTenWeeks({ web, signIn }) {
  const headers = { 'content-type': 'application/json', origin: web };
  const session = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(signIn) });
  headers.cookie = session.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
  const { now } = await (await fetch(`${web}/api/clock`, { headers })).json();
  for (let at = Date.parse(now); HANDED_OVER > at;) {
    const minutes = Math.ceil(Math.min(A_STEP_MS, HANDED_OVER - at) / 60_000);
    const moved = await fetch(`${web}/api/demo/clock`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ advance: `PT${minutes}M` }),
    });
    if (!moved.ok) throw new Error(`The demo's clock could not be moved: ${await moved.text()}`);
    at = Date.parse((await moved.json()).now);
  }
}
