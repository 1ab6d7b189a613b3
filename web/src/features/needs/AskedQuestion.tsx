import { LONGEST_NEED } from '@perambula/contract';
import type { ClientFile, ClientNeed, NeedSaid } from '@perambula/contract';
import { readNeed } from '@perambula/core';
import type { Question } from '@perambula/core';
import { App, Button, Input } from 'antd';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { classesOf } from '../../shared/classes.js';
import { isoDate, zone } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useRemoveNeed, useSayNeed } from '../clients/index.js';
import { useGazetteer } from '../searches/index.js';
import ownCss from './AskedQuestion.module.css';
import { ASKED, sayAsked, sayKept, whoSaid } from './needs.rules.js';
import { NewDay, NewPayment, NewPlace, NewWords } from './NewAnswer.js';
import type { Say } from './NewAnswer.js';

const cx = classesOf(ownCss);

const NEW = { must: NewWords, nice: NewWords, by: NewDay, paid: NewPayment, place: NewPlace } as const;

interface Props {
  readonly file: ClientFile;
  readonly question: Question;
  readonly needs: readonly ClientNeed[];
  /** Who gives the next answer; null for all of them. */
  readonly speaking: string | null;
}

/** One question with its answers, and room for the next. */
export function AskedQuestion({ file, question, needs, speaking }: Props) {
  const say = useSayNeed(file.id);
  const { message } = App.useApp();
  const keep: Say = (said, done) =>
    say.mutate(
      { question, personId: speaking, ...said },
      { onSuccess: done, onError: (error) => void message.error(messageOf(error)) },
    );
  const New = NEW[question];
  return (
    <section aria-labelledby={`asked-${question}`} className={cx('question')}>
      <h2 id={`asked-${question}`}>{ASKED[question].title}</h2>
      {needs.length > 0 && (
        <ul className={cx('answers')}>
          {needs.map((need) => (
            <Answer key={need.id} file={file} need={need} />
          ))}
        </ul>
      )}
      <New question={question} onSay={keep} isBusy={say.isPending} />
    </section>
  );
}

/** An answer as it was given, and how it was read; the words can be said anew. */
function Answer({ file, need }: { readonly file: ClientFile; readonly need: ClientNeed }) {
  const { id, question, personId, words, line, day } = need;
  const gazetteer = useGazetteer();
  const now = useNow();
  const say = useSayNeed(file.id);
  const remove = useRemoveNeed(file.id);
  const { message } = App.useApp();
  const [edited, setEdited] = useState<string | null>(null);
  const failed = (error: Error): void => void message.error(messageOf(error));
  const sayAnew = (): void => {
    // a field that is disabled meanwhile loses the focus, and would ask again
    if (edited === null || say.isPending) return;
    const said: NeedSaid = { question, personId, line, day, words: edited };
    if (edited.trim() === words || (edited.trim() === '' && !line && !day)) setEdited(null);
    else say.mutate({ id, ...said }, { onSuccess: () => setEdited(null), onError: failed });
  };
  const read = readNeed(need, gazetteer, { now: Date.parse(now), zone: zone() });
  const asks = [...read.lines.map(sayAsked), ...read.bounds.map(sayKept), ...(read.kinds ?? [])];
  const isWords = question === 'must' || question === 'nice';
  return (
    <li>
      <div className={cx('said')}>
        {line && <b>{sayAsked(line)}</b>}
        {day && <b>By {isoDate(day)}</b>}
        {edited !== null ? (
          <Input
            size="small"
            autoFocus
            aria-label="Said anew"
            maxLength={LONGEST_NEED}
            value={edited}
            disabled={say.isPending}
            onChange={({ target }) => setEdited(target.value)}
            onPressEnter={sayAnew}
            onBlur={sayAnew}
            onKeyDown={(event) => event.key === 'Escape' && setEdited(null)}
          />
        ) : (
          words && (
            <button type="button" className={cx('words')} aria-label={`${words}. Change`} onClick={() => setEdited(words)}>
              “{words}”
            </button>
          )
        )}
        {isWords && (
          <span className={cx('read')}>
            {asks.length > 0 && <span>{asks.join(' · ')}</span>}
            {read.noted.length > 0 && (
              <span className={cx('noted')}>
                no listing tells: {read.noted.map((each) => `“${each}”`).join(', ')}; kept as a note
              </span>
            )}
          </span>
        )}
      </div>
      <span className="chip chip-calm">{whoSaid(personId, file.people)}</span>
      <Button
        type="text"
        size="small"
        icon={<X size={14} aria-hidden="true" />}
        aria-label={`Take out: ${words || (line ? sayAsked(line) : (day ?? ''))}`}
        loading={remove.isPending}
        onClick={() => remove.mutate(id, { onError: failed })}
      />
    </li>
  );
}
