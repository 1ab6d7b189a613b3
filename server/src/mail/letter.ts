import type { AgentRow } from '../sessions/index.js';
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

/** Reads what makes letters, which takes a second or two: before somebody waits for their first. Every thread has this file, and few write letters. */
export async function readLetterMaker() {
  const { default: mjml2html } = await import('mjml');
  return mjml2html;
}

/** A letter in both of its parts. Everything written by people is escaped. */
export async function renderLetter(letter: Letter): Promise<{ html: string; text: string }> {
  const mjml2html = await readLetterMaker();
  const { html } = await mjml2html(markup(letter), { validationLevel: 'strict' });
  return { html, text: plainText(letter) };
}

function markup({ greeting, paragraphs, words, homes, report, button, agent, stopUrl }: Letter): string {
  const said = [...[greeting, ...paragraphs].map((paragraph) => escape(paragraph).replaceAll('\n', '<br/>')), words?.html ?? '']
    .filter(Boolean)
    .map((html) => `<mj-text font-size="16px" line-height="1.5">${html}</mj-text>`)
    .join('');
  return `<mjml><mj-head><mj-attributes><mj-all font-family="Hanken Grotesk, Helvetica, Arial, sans-serif" color="${INK}"/></mj-attributes></mj-head>
<mj-body background-color="#FBF9F5" width="600px">
<mj-section background-color="#FFFFFF" padding="20px 4px 4px"><mj-column>${said}</mj-column></mj-section>
${homes.map(homeMarkup).join('')}${report?.table ? comparedMarkup(report.table) : ''}${report ? report.homes.map(pictureMarkup).join('') : ''}
${button ? `<mj-section background-color="#FFFFFF" padding="4px 0 20px"><mj-column><mj-button href="${escape(button.url)}" background-color="${MULBERRY}" color="#FFFFFF" border-radius="8px" font-weight="600" font-size="15px">${escape(button.label)}</mj-button></mj-column></mj-section>` : ''}
<mj-section padding="14px 4px"><mj-column><mj-text font-size="12.5px" color="${SOFT}" line-height="1.5"><strong>${escape(agent.name)}</strong> · ${escape(agent.officeName)} · ${escape(agent.phone)}<br/>${escape(agent.postalAddress)} · license ${escape(agent.licenseNumber)}<br/>Equal housing opportunity. Information is from the listing source and should be verified.${stopUrl === null ? '' : `<br/><a href="${escape(stopUrl)}" style="color:${SOFT}">Stop these messages</a>`}</mj-text></mj-column></mj-section>
</mj-body></mjml>`;
}

function homeMarkup(home: LetterHome): string {
  return `<mj-section background-color="#FFFFFF" padding="10px 4px" border-top="1px solid #E4DFD5"><mj-column width="36%"><mj-image src="${escape(home.picture)}" alt="${escape(`Drawing of ${home.address}`)}" href="${escape(home.url)}" border-radius="8px" padding="4px 12px"/></mj-column>
<mj-column width="64%"><mj-text font-size="14px" line-height="1.45" padding="2px 12px"><span style="color:${MULBERRY};font-weight:600;font-size:13px">${escape(home.why)}</span><br/><a href="${escape(home.url)}" style="color:${INK};text-decoration:none;font-size:17px;font-weight:700">${escape(home.price)} · ${escape(home.address)}</a><br/>${escape(home.facts)}${home.words ? `<br/><em>${escape(home.words)}</em>` : ''}<br/><span style="color:${SOFT};font-size:12px">${escape(home.credit)}</span></mj-text></mj-column></mj-section>`;
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
