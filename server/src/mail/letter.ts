import type { AgentRow } from '../sessions/index.js';
import { blanks, formOf } from './letterForm.js';
import type { Put } from './letterForm.js';
import { escape, INK, MULBERRY, SOFT } from './markup.js';
import type { LetterHome } from './letterHome.js';
import { comparedMarkup, comparedText, pictureMarkup, pictureText } from './report.js';
import type { LetterReport } from './report.js';
import type { RichText } from './richText.js';

export interface Letter {
  readonly greeting: string;
  readonly paragraphs: readonly string[];
  /** What its agent wrote besides. */
  readonly words?: RichText;
  readonly homes: readonly LetterHome[];
  readonly report?: LetterReport;
  readonly button: { readonly label: string; readonly url: string } | null;
  readonly agent: Pick<AgentRow, 'name' | 'officeName' | 'phone' | 'postalAddress' | 'licenseNumber'>;
  /** Null in a letter to a listing office. */
  readonly stopUrl: string | null;
}

/** The listing keys of the homes that a letter tells of, each once. */
export function homesOf({ homes, report }: Pick<Letter, 'homes' | 'report'>): string[] {
  const told = [...homes, ...(report?.homes ?? []), ...(report?.table?.homes ?? [])];
  return [...new Set(told.map(({ listingKey }) => listingKey))];
}

/** A letter in both of its parts. Everything written by people is escaped. */
export async function renderLetter(letter: Letter): Promise<{ html: string; text: string }> {
  const { put, fillIn } = blanks();
  return { html: fillIn(await formOf(markupOf(letter, put))), text: plainText(letter) };
}

/** A letter in MJML; what differs between letters of one shape is put into blanks. */
export function markupOf({ greeting, paragraphs, words, homes, report, button, agent, stopUrl }: Letter, put: Put): string {
  const said = [...[greeting, ...paragraphs].map((paragraph) => escape(paragraph).replaceAll('\n', '<br/>')), words?.html ?? '']
    .filter(Boolean)
    .map((html) => `<mj-text font-size="16px" line-height="1.5">${put(html)}</mj-text>`)
    .join('');
  const foot = `<strong>${escape(agent.name)}</strong> · ${escape(agent.officeName)} · ${escape(agent.phone)}<br/>${escape(agent.postalAddress)} · license ${escape(agent.licenseNumber)}<br/>Equal housing opportunity. Information is from the listing source and should be verified.${stopUrl === null ? '' : `<br/><a href="${escape(stopUrl)}" style="color:${SOFT}">Stop these messages</a>`}`;
  return `<mjml lang="en"><mj-head><mj-attributes><mj-all font-family="Hanken Grotesk, Helvetica, Arial, sans-serif" color="${INK}"/></mj-attributes></mj-head>
<mj-body background-color="#FBF9F5" width="600px">
<mj-section background-color="#FFFFFF" padding="20px 4px 4px"><mj-column>${said}</mj-column></mj-section>
${homes.map((home) => homeMarkup(home, put)).join('')}${report?.table ? comparedMarkup(report.table, put) : ''}${report ? report.homes.map((home) => pictureMarkup(home, put)).join('') : ''}
${button ? `<mj-section background-color="#FFFFFF" padding="4px 0 20px"><mj-column><mj-button href="${put(escape(button.url))}" background-color="${MULBERRY}" color="#FFFFFF" border-radius="8px" font-weight="600" font-size="15px">${put(escape(button.label))}</mj-button></mj-column></mj-section>` : ''}
<mj-section padding="14px 4px"><mj-column><mj-text font-size="12.5px" color="${SOFT}" line-height="1.5">${put(foot)}</mj-text></mj-column></mj-section>
</mj-body></mjml>`;
}

function homeMarkup(home: LetterHome, put: Put): string {
  const url = put(escape(home.url));
  const said = `<span style="color:${MULBERRY};font-weight:600;font-size:13px">${escape(home.why)}</span><br/><a href="${escape(home.url)}" style="color:${INK};text-decoration:none;font-size:17px;font-weight:700">${escape(home.price)} · ${escape(home.address)}</a><br/>${escape(home.facts)}${home.words ? `<br/><em>${escape(home.words)}</em>` : ''}<br/><span style="color:${SOFT};font-size:12px">${escape(home.credit)}</span>`;
  return `<mj-section background-color="#FFFFFF" padding="10px 4px" border-top="1px solid #E4DFD5"><mj-column width="36%"><mj-image src="${put(escape(home.picture))}" alt="${put(escape(`Drawing of ${home.address}`))}" href="${url}" border-radius="8px" padding="4px 12px"/></mj-column>
<mj-column width="64%"><mj-text font-size="14px" line-height="1.45" padding="2px 12px">${put(said)}</mj-text></mj-column></mj-section>`;
}

function plainText({ greeting, paragraphs, words, homes, report, button, agent, stopUrl }: Letter): string {
  return [
    greeting,
    ...paragraphs,
    ...(words?.text ? [words.text] : []),
    ...homes.map(
      (home) =>
        `${home.why}\n${home.price}  ${home.address}\n${home.facts}\n${home.words ? `${home.words}\n` : ''}${home.credit}\n${home.url}`,
    ),
    ...(report?.table ? [comparedText(report.table)] : []),
    ...(report ? report.homes.map(pictureText) : []),
    ...(button ? [`${button.label}: ${button.url}`] : []),
    `-- \n${agent.name}\n${agent.officeName}, ${agent.postalAddress}\n${agent.phone}, license ${agent.licenseNumber}\nEqual housing opportunity. Information is from the listing source and should be verified.${stopUrl === null ? '' : `\nStop these messages: ${stopUrl}`}`,
  ].join('\n\n');
}
