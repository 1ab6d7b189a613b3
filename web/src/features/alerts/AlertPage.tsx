import './alert.css';
import type { AlertPreview, AlertSettings, SavedSearch } from '@perambula/contract';
import { CADENCE_LABEL, CADENCES, TELLABLE, TELLABLE_LABEL } from '@perambula/core';
import { App, Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { dayAndTime } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFile } from '../clients/index.js';
import { FilePanel } from '../files/index.js';
import { useSavedSearch } from '../searches/index.js';
import { useAlertState, usePreview, useStartAlert } from './alerts.api.js';

const STARTING: AlertSettings = {
  cadence: 'eachMorning',
  tell: ['new', 'priceDown', 'backOnMarket'],
  held: false,
  subject: '',
  greeting: 'here is what fits your search. Tap like, unsure or not for us; it helps me to look for you.',
};

/** A search's alert, written on the e-mail itself as it will arrive. */
export function AlertPage() {
  const { clientId, searchId } = useParams();
  const file = useFile(clientId);
  const search = useSavedSearch(searchId);
  const { open } = useOpenFile();
  useEffect(() => {
    if (file.data) open(file.data.id);
  }, [file.data, open]);
  if (file.isPending || search.isPending) return <Waiting what="Opening the alert …" />;
  if (file.isError) return <Failed error={file.error} retry={() => void file.refetch()} />;
  if (search.isError) return <Failed error={search.error} retry={() => void search.refetch()} />;
  return (
    <div className="alert-page">
      <FilePanel file={file.data} searchId={searchId} />
      <Editor key={search.data.id} search={search.data} />
    </div>
  );
}

function Editor({ search }: { readonly search: SavedSearch }) {
  const { alert } = search;
  const [settings, setSettings] = useState<AlertSettings>(() => {
    if (!alert) return STARTING;
    const { cadence, tell, held, subject, greeting } = alert;
    return { cadence, tell, held, subject, greeting };
  });
  const preview = usePreview(search.id, settings);
  const start = useStartAlert(search.id);
  const setState = useAlertState(search.id);
  const { message } = App.useApp();
  const set = (changes: Partial<AlertSettings>): void => setSettings({ ...settings, ...changes });
  const fail = (error: unknown): void => void message.error(messageOf(error));
  const running = alert?.state === 'running';
  const begin = (): void =>
    start.mutate(settings, {
      onSuccess: ({ nextDueAt }) =>
        void message.success(
          running
            ? 'Kept; it applies from the next message on.'
            : `Started. The first message goes ${nextDueAt ? dayAndTime(nextDueAt) : 'soon'}.`,
        ),
      onError: fail,
    });
  const toggle = (kind: AlertSettings['tell'][number]): void =>
    set({ tell: settings.tell.includes(kind) ? settings.tell.filter((each) => each !== kind) : [...settings.tell, kind] });
  return (
    <>
      <section className="letter" aria-label="The message">
        <h2>Alert: {search.name}</h2>
        <div className="letter-sheet">
          <div className="letter-line">
            <span className="soft">To</span>
            <span>
              {preview.data?.to.map(({ email, name, confirmed }) => (
                <span key={email} className={confirmed ? 'letter-to' : 'letter-to is-unconfirmed'} title={email}>
                  {name}
                  {!confirmed && ' (not confirmed, gets nothing)'}
                </span>
              ))}
              {preview.data?.to.length === 0 && 'Nobody yet: add an address to the file.'}
            </span>
          </div>
          <div className="letter-line">
            <label className="soft" htmlFor="subject">
              Subject
            </label>
            <Input
              id="subject"
              variant="borderless"
              value={settings.subject}
              placeholder={preview.data?.subject ?? ''}
              onChange={({ target }) => set({ subject: target.value })}
            />
          </div>
          <div className="letter-line is-tall">
            <label className="soft" htmlFor="greeting">
              Words
            </label>
            <Input.TextArea
              id="greeting"
              variant="borderless"
              rows={3}
              value={settings.greeting}
              onChange={({ target }) => set({ greeting: target.value })}
            />
          </div>
          {preview.data && preview.data.keptOff > 0 && (
            <p className="kept-off">
              {preview.data.keptOff === 1 ? 'One more home fits' : `${preview.data.keptOff} more homes fit`}, but the{' '}
              {preview.data.keptOff === 1 ? 'seller allows' : 'sellers allow'} no display on the internet: no message or portal
              shows {preview.data.keptOff === 1 ? 'it' : 'them'}. Tell your client yourself.
            </p>
          )}
          {preview.isError && <Failed error={preview.error} retry={() => void preview.refetch()} />}
          <LetterFrame searchId={search.id} greeting={settings.greeting} />
        </div>
      </section>
      <aside className="how" aria-label="How often and what">
        <h2>How often</h2>
        {preview.data && <HowOften preview={preview.data} settings={settings} onChoose={(cadence) => set({ cadence })} />}
        <h2>What to tell</h2>
        <div className="chips">
          {TELLABLE.map((kind) => (
            <button
              key={kind}
              type="button"
              className="choice"
              aria-pressed={settings.tell.includes(kind)}
              onClick={() => toggle(kind)}
            >
              {TELLABLE_LABEL[kind]}
            </button>
          ))}
        </div>
        {settings.tell.length === 0 && <p className="problem">Choose at least one kind of news.</p>}
        <h2>Before it goes</h2>
        <div className="chips">
          <button type="button" className="choice" aria-pressed={settings.held} onClick={() => set({ held: true })}>
            Hold it for my look
          </button>
          <button type="button" className="choice" aria-pressed={!settings.held} onClick={() => set({ held: false })}>
            Send without a look
          </button>
        </div>
        <h2>When</h2>
        <p className="soft">
          7:30 am by the county’s clock, evenings at 6:00 pm; at once not before 7 am or after 9 pm.
          {alert?.nextDueAt && ` Next: ${dayAndTime(alert.nextDueAt)}.`}
        </p>
        <div className="how-buttons">
          <Button type="primary" disabled={settings.tell.length === 0} loading={start.isPending} onClick={begin}>
            {running ? 'Keep the changes' : alert?.state === 'paused' ? 'Resume the alert' : 'Start the alert'}
          </Button>
          {running && <Button onClick={() => setState.mutate('paused', { onError: fail })}>Pause</Button>}
          {alert && alert.state !== 'stopped' && (
            <Button onClick={() => setState.mutate('stopped', { onError: fail })}>Stop</Button>
          )}
        </div>
      </aside>
    </>
  );
}

const TYPING_PAUSE_MS = 400;

/** The message in a frame of its own, which the server fills, once the typing pauses. */
function LetterFrame({ searchId, greeting }: { readonly searchId: string; readonly greeting: string }) {
  const [settled, setSettled] = useState(greeting);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(greeting), TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [greeting]);
  return (
    <iframe
      className="letter-frame"
      title="The message as it will arrive"
      src={`/api/searches/${searchId}/alert/letter?greeting=${encodeURIComponent(settled)}`}
    />
  );
}

function HowOften({
  preview,
  settings,
  onChoose,
}: {
  readonly preview: AlertPreview;
  readonly settings: AlertSettings;
  readonly onChoose: (cadence: AlertSettings['cadence']) => void;
}) {
  const { forecast } = preview;
  const most = Math.max(1, ...Object.values(forecast.messages));
  return (
    <>
      <p className="soft">
        Messages the last {forecast.days} days would have sent, with {forecast.homes} {forecast.homes === 1 ? 'home' : 'homes'} (
        {forecast.homesAWeek} a week)
      </p>
      <div role="radiogroup" aria-label="How often">
        {CADENCES.map((cadence) => (
          <button
            key={cadence}
            type="button"
            role="radio"
            aria-checked={settings.cadence === cadence}
            className="cadence"
            onClick={() => onChoose(cadence)}
          >
            <i className="dot" />
            <span>{CADENCE_LABEL[cadence]}</span>
            <em style={{ width: `${Math.round((70 * forecast.messages[cadence]) / most)}px` }} />
            <b className="figure">{forecast.messages[cadence]}</b>
          </button>
        ))}
      </div>
      <p className="why">
        <b>{CADENCE_LABEL[forecast.recommended]} fits.</b> {forecast.reason}
      </p>
    </>
  );
}
