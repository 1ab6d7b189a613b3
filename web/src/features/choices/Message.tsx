import type { ChoiceBody, ChoicePreview, ClientFile } from '@perambula/contract';
import { App, Button, Checkbox, Input, Segmented } from 'antd';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { Addressees, LetterLine } from '../../shared/LetterLine.js';
import { useSettled } from '../../shared/useSettled.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useChoicePreview, useSendChoice } from './choices.api.js';
import { allTheSame, goes, sayReaders } from './choices.rules.js';
import { FORMS } from './forms.js';
import { LastLook } from './LastLook.js';
import { MessagePreview } from './MessagePreview.js';
import { choiceOf, useUnsent } from './unsent.js';
import type { Unsent } from './unsent.js';
import { WordsEditor } from './WordsEditor.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ChoicePage.module.css';

const cx = classesOf(ownCss);

const TYPING_PAUSE_MS = 400;

interface Props {
  readonly file: ClientFile;
  readonly keys: readonly string[];
  /** Whether it is sent with others, by a button of theirs. */
  readonly isOneOfSeveral?: boolean;
}

/** The words, the last look, and the message as it arrives. */
export function Message({ file, keys, isOneOfSeveral = false }: Props) {
  const { unsent, change, forget } = useUnsent(file.id);
  const { ticks } = unsent;
  const choice = choiceOf(file.id, keys, unsent);
  const settled = useSettled(JSON.stringify(choice), TYPING_PAUSE_MS);
  const asked = useMemo(() => JSON.parse(settled) as ChoiceBody, [settled]);
  const isTicked = keys.some((key) => key in ticks);
  // those that go by themselves are known once they were looked at
  const first = useChoicePreview(asked, undefined);
  const homes = first.data?.homes;
  const going = useMemo(() => homes?.filter((home) => goes(home, ticks)), [homes, ticks]);
  const goingKeys = isTicked ? going?.map(({ listingKey }) => listingKey) : undefined;
  const preview = useChoicePreview(asked, goingKeys);
  if (first.isPending) return <Waiting what="Looking at the homes once more …" />;
  if (first.isError) return <Failed error={first.error} retry={() => void first.refetch()} />;
  const shown = preview.data ?? first.data;
  return (
    <div className={cx('page')}>
      <header className={cx('head')}>
        <h1>Homes for {file.name}</h1>
        {!isOneOfSeveral && <Send file={file} choice={choice} going={going ?? []} to={shown.to} onSent={forget} />}
      </header>
      <div className={cx('main')}>
        <Sheet fileId={file.id} unsent={unsent} shown={shown} onChange={change} />
        <MessagePreview html={shown.html} text={shown.text} />
      </div>
      <aside className={cx('side')}>
        <LastLook
          homes={first.data.homes}
          ticks={ticks}
          onTick={(key, isGoing) => change({ ticks: { ...ticks, [key]: isGoing } })}
        />
      </aside>
    </div>
  );
}

interface SheetProps {
  readonly fileId: string;
  readonly unsent: Unsent;
  readonly shown: Pick<ChoicePreview, 'to' | 'subject'>;
  readonly onChange: (changes: Partial<Unsent>) => void;
}

/** The head of the message, to be written on it. */
function Sheet({ fileId, unsent: { subject, words, form, withPdf }, shown, onChange }: SheetProps) {
  return (
    <div className={cx('sheet')}>
      <LetterLine label="To">
        <Addressees
          to={shown.to}
          nobody={
            <>
              Nobody yet: add an address to <Link to={`/clients/${fileId}`}>the file</Link>.
            </>
          }
        />
      </LetterLine>
      <LetterLine label="Subject" field="subject">
        <Input
          id="subject"
          variant="borderless"
          maxLength={200}
          value={subject}
          placeholder={shown.subject}
          onChange={({ target }) => onChange({ subject: target.value })}
        />
      </LetterLine>
      <LetterLine label="Words" isTall>
        <WordsEditor words={words} onChange={(html) => onChange({ words: html })} />
      </LetterLine>
      <LetterLine label="Homes">
        <span className={cx('shown')}>
          <Segmented
            options={FORMS.map(({ form: value, label }) => ({ value, label }))}
            value={form}
            onChange={(value) => onChange({ form: value })}
          />
          <Checkbox checked={withPdf} onChange={({ target }) => onChange({ withPdf: target.checked })}>
            and as a PDF
          </Checkbox>
        </span>
      </LetterLine>
    </div>
  );
}

interface SendProps {
  readonly file: ClientFile;
  readonly choice: ChoiceBody;
  readonly going: Parameters<typeof allTheSame>[0];
  readonly to: Parameters<typeof sayReaders>[0];
  readonly onSent: () => void;
}

function Send({ file, choice, going, to, onSent }: SendProps) {
  const send = useSendChoice();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const readers = sayReaders(to);
  const begin = (): void =>
    send.mutate(
      { ...choice, listingKeys: going.map(({ listingKey }) => listingKey), allTheSame: allTheSame(going) },
      {
        onSuccess: () => {
          onSent();
          void message.success(`On its way to ${readers}.`);
          void navigate(`/clients/${file.id}`);
        },
        onError: (error) => void message.error(messageOf(error), 8),
      },
    );
  return (
    <div className={cx('send')}>
      <Button type="primary" disabled={going.length === 0 || readers === ''} loading={send.isPending} onClick={begin}>
        Send {going.length} {going.length === 1 ? 'home' : 'homes'} {readers && `to ${readers}`}
      </Button>
      {readers === '' && (
        <p className="tight">
          Nobody of this household has confirmed an address. Ask in <Link to={`/clients/${file.id}`}>the file</Link>.
        </p>
      )}
    </div>
  );
}
