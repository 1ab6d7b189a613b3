/** The moment at which a new demo is handed over. */
const HANDED_OVER = Date.parse('2026-04-14T13:12:00Z');
const DAY_MS = 24 * 3_600_000;
/** How far the clock is moved by one request: where it arrives, the feed's listings are counted, which takes a while. */
const AT_A_TIME_MS = 24 * DAY_MS;
const LOOK_EVERY_MS = 2_000;
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
  const look = async () => Date.parse((await (await fetch(`${web}/api/clock`, { headers })).json()).now);
  let told = Infinity;
  const tellHowFar = (at) => {
    const days = Math.ceil((HANDED_OVER - at) / DAY_MS);
    if (days > told - 7) return;
    told = days;
    tell(`Its people live, ${days} days to go …`);
  };
  for (let at = await look(); HANDED_OVER > at;) {
    tellHowFar(at);
    const minutes = Math.ceil(Math.min(AT_A_TIME_MS, HANDED_OVER - at) / 60_000);
    const looking = setInterval(
      () =>
        void look()
          .then(tellHowFar)
          .catch(() => undefined),
      LOOK_EVERY_MS,
    );
    const moved = await fetch(`${web}/api/demo/clock`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ advance: `PT${minutes}M` }),
    }).finally(() => clearInterval(looking));
    if (!moved.ok) throw new Error(`The demo's clock could not be moved: ${await moved.text()}`);
    at = Date.parse((await moved.json()).now);
  }
}
