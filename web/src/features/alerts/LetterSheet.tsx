import type { AlertSettings, SavedSearch } from '@perambula/contract';
import { Input, Segmented } from 'antd';
import { useState } from 'react';
import { Addressees, LetterLine } from '../../shared/LetterLine.js';
import { useSettled } from '../../shared/useSettled.js';
import { Failed } from '../../shared/Waiting.js';
import type { usePreview } from './alerts.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './LetterSheet.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly search: SavedSearch;
  readonly settings: AlertSettings;
  readonly preview: ReturnType<typeof usePreview>;
  readonly onChange: (changes: Partial<AlertSettings>) => void;
}

/** The message as it will arrive, its subject and words to be written on it. */
export function LetterSheet({ search, settings, preview, onChange }: Props) {
  return (
    <section className={cx('letter')} aria-label="The message">
      <h2>Alert: {search.name}</h2>
      <div className={cx('letter-sheet')}>
        <LetterLine label="To">
          <Addressees to={preview.data?.to} nobody="Nobody yet: add an address to the file." />
        </LetterLine>
        <LetterLine label="Subject" field="subject">
          <Input
            id="subject"
            variant="borderless"
            value={settings.subject}
            placeholder={preview.data?.subject ?? ''}
            onChange={({ target }) => onChange({ subject: target.value })}
          />
        </LetterLine>
        <LetterLine label="Words" field="greeting" isTall>
          <Input.TextArea
            id="greeting"
            variant="borderless"
            rows={3}
            value={settings.greeting}
            onChange={({ target }) => onChange({ greeting: target.value })}
          />
        </LetterLine>
        <p className={cx('filled-in')}>
          {settings.subject.includes('{') && preview.data && `The subject arrives as “${preview.data.subject}”. `}
          In subject and words, {'{name}'} becomes their first name, {'{homes}'} how many homes it tells, {'{search}'} the
          search’s name.
        </p>
        {preview.data && preview.data.keptOff > 0 && <KeptOff homes={preview.data.keptOff} />}
        {preview.isError && <Failed error={preview.error} retry={() => void preview.refetch()} />}
        <LetterFrame search={search} greeting={settings.greeting} />
      </div>
    </section>
  );
}

/** Homes that fit and that no message may show. */
function KeptOff({ homes }: { readonly homes: number }) {
  const one = homes === 1;
  return (
    <p className={cx('kept-off')}>
      {one ? 'One more home fits' : `${homes} more homes fit`}, but the {one ? 'seller allows' : 'sellers allow'} no display on
      the internet: no message or portal shows {one ? 'it' : 'them'}. Tell your client yourself.
    </p>
  );
}

const TYPING_PAUSE_MS = 400;

/** The message in a frame of its own, which the server fills, once the typing pauses. */
function LetterFrame({ search, greeting }: { readonly search: SavedSearch; readonly greeting: string }) {
  const settled = useSettled(greeting, TYPING_PAUSE_MS);
  const [which, setWhich] = useState<'first' | 'later'>(search.alert ? 'later' : 'first');
  const [look, setLook] = useState<'mail' | 'telephone' | 'text'>('mail');
  const query = new URLSearchParams({ greeting: settled, which, as: look === 'text' ? 'text' : 'html' });
  return (
    <>
      <div className={cx('looks')}>
        <Segmented
          size="small"
          aria-label="Which message"
          value={which}
          options={[
            { value: 'first', label: 'First message' },
            { value: 'later', label: 'Later ones' },
          ]}
          onChange={setWhich}
        />
        <Segmented
          size="small"
          aria-label="Seen as"
          value={look}
          options={[
            { value: 'mail', label: 'Mail' },
            { value: 'telephone', label: 'Telephone' },
            { value: 'text', label: 'Plain text' },
          ]}
          onChange={setLook}
        />
      </div>
      <iframe
        className={cx(look === 'telephone' ? 'letter-frame is-telephone' : 'letter-frame')}
        title="The message as it will arrive"
        src={`/api/searches/${search.id}/alert/letter?${query}`}
      />
    </>
  );
}
