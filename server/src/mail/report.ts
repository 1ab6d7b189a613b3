import type { HomesTable } from '@perambula/core';
import type { LetterHome } from './letterHome.js';
import type { Put } from './letterForm.js';
import { escape, INK, MULBERRY, RULE, SOFT } from './markup.js';

/** Homes in full rather than in a line: each with its pictures and remarks, or compared in a table, or both. */
export interface LetterReport {
  readonly homes: readonly PicturedHome[];
  /** A row for each of the homes compared. */
  readonly table:
    (HomesTable & { readonly homes: readonly Pick<PicturedHome, 'listingKey' | 'address' | 'url' | 'why' | 'verify'>[] }) | null;
}

interface PicturedHome extends LetterHome {
  /** What is to verify, as it is said; empty where nothing is. */
  readonly verify: string;
  readonly remarks: string;
  readonly morePictures: readonly string[];
}
type Compared = NonNullable<LetterReport['table']>;

/** A home with its first picture over the whole width, more in a row below, and what its listing says. */
export function pictureMarkup(home: PicturedHome, put: Put): string {
  const url = put(escape(home.url));
  const more = home.morePictures
    .map(
      (picture) =>
        `<mj-column width="33.33%"><mj-image src="${put(escape(picture))}" alt="" href="${url}" border-radius="6px" padding="2px 4px"/></mj-column>`,
    )
    .join('');
  const said = `<span style="color:${MULBERRY};font-weight:600;font-size:13px">${escape(home.why)}</span><br/><a href="${escape(home.url)}" style="color:${INK};text-decoration:none;font-size:18px;font-weight:700">${escape(home.price)} · ${escape(home.address)}</a><br/>${escape(home.facts)}${home.verify ? `<br/><strong>${escape(home.verify)}</strong>` : ''}${home.remarks ? `<br/>${escape(home.remarks)}` : ''}<br/><span style="color:${SOFT};font-size:12px">${escape(home.credit)}</span>`;
  return `<mj-section background-color="#FFFFFF" padding="14px 4px 4px" border-top="1px solid ${RULE}"><mj-column><mj-image src="${put(escape(home.picture))}" alt="${put(escape(`Drawing of ${home.address}`))}" href="${url}" border-radius="8px" padding="4px 12px"/></mj-column></mj-section>
${more ? `<mj-section background-color="#FFFFFF" padding="0 12px"><mj-group>${more}</mj-group></mj-section>` : ''}
<mj-section background-color="#FFFFFF" padding="2px 4px 14px"><mj-column><mj-text font-size="14px" line-height="1.5" padding="4px 12px">${put(said)}</mj-text></mj-column></mj-section>`;
}

/** Homes below one another, with the main facts of each. */
export function comparedMarkup({ heads, rows, homes }: Compared, put: Put): string {
  const cell = `padding:6px 4px;border-bottom:1px solid ${RULE};text-align:right;white-space:nowrap`;
  const head = ['Home', ...heads]
    .map(
      (each, i) =>
        `<th style="padding:${i === 0 ? '4px 4px 4px 0' : '4px'};border-bottom:1.5px solid ${INK};font-weight:600;color:${SOFT};white-space:nowrap;text-align:${i === 0 ? 'left' : 'right'}">${escape(each)}</th>`,
    )
    .join('');
  const body = homes.map(({ address, url, why, verify }, i) => {
    const [street = '', ...town] = address.split(', ');
    const name = `<td style="padding:6px 4px 6px 0;border-bottom:1px solid ${RULE}"><a href="${escape(url)}" style="color:${INK};font-weight:600;text-decoration:none">${escape(street)}</a><br/><span style="color:${SOFT};font-size:12px">${escape([...town, why].join(' · '))}</span>${verify ? `<br/><strong style="font-size:12px">${escape(verify)}</strong>` : ''}</td>`;
    return `<tr>${name}${(rows[i] ?? []).map((text) => `<td style="${cell}">${escape(text)}</td>`).join('')}</tr>`;
  });
  return `<mj-section background-color="#FFFFFF" padding="8px 4px 16px"><mj-column><mj-table font-size="13px" padding="4px 12px" line-height="1.35">${put(`<tr>${head}</tr>${body.join('')}`)}</mj-table></mj-column></mj-section>`;
}

export function pictureText(home: PicturedHome): string {
  return [home.why, `${home.price}  ${home.address}`, home.facts, home.verify, home.remarks, home.credit, home.url]
    .filter(Boolean)
    .join('\n');
}

/** The table in words, since plain text has no columns on a telephone. */
export function comparedText({ heads, rows, homes }: Compared): string {
  return homes
    .map(({ address, why, verify }, i) => {
      const facts = heads.map((head, j) => `${head} ${rows[i]?.[j] ?? ''}`).join(' · ');
      return [`${address} (${why})`, facts, verify].filter(Boolean).join('\n');
    })
    .join('\n\n');
}
