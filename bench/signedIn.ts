/** Signs somebody in; gives their cookie. */
export async function signedIn(web: string, who: { email: string; password: string }): Promise<string> {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(who) });
  return response.headers.getSetCookie()[0]?.split(';')[0] ?? '';
}
