import type { AlertSettings, SavedSearch } from '@perambula/contract';
import type { Hours } from '@perambula/core';
import { App, Button } from 'antd';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { deployment } from '../../shared/deployment.js';
import { dayAndTime } from '../../shared/format.js';
import { placeOf, quietSaid } from '../../shared/hours.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFile } from '../clients/index.js';
import { FilePanel } from '../files/index.js';
import { useSavedSearch } from '../searches/index.js';
import { useAlertState, usePreview, useStartAlert } from './alerts.api.js';
import { BeforeItGoes } from './BeforeItGoes.js';
import { EitherOr } from './EitherOr.js';
import { HowOften } from './HowOften.js';
import { LetterSheet } from './LetterSheet.js';
import { PauseMenu } from './PauseMenu.js';
import { WhatToTell } from './WhatToTell.js';
import { classesOf } from '../../shared/classes.js';
import alertsCss from './alerts.module.css';
import ownCss from './AlertPage.module.css';

const cx = classesOf(alertsCss, ownCss);

const STARTING: AlertSettings = {
  cadence: 'eachMorning',
  tell: ['new', 'priceDown', 'backOnMarket'],
  leastPercent: 0,
  newsOnly: false,
  held: false,
  holdIf: [],
  tellsOffices: false,
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
    <div className={cx('alert-page')}>
      <FilePanel file={file.data} searchId={searchId} />
      <Editor key={search.data.id} search={search.data} hours={file.data.hours} />
    </div>
  );
}

function Editor({ search, hours }: { readonly search: SavedSearch; readonly hours: Hours }) {
  const { alert } = search;
  const [settings, setSettings] = useState<AlertSettings>(() => {
    if (!alert) return STARTING;
    const { cadence, tell, leastPercent, newsOnly, held, holdIf, tellsOffices, subject, greeting } = alert;
    return { cadence, tell, leastPercent, newsOnly, held, holdIf, tellsOffices, subject, greeting };
  });
  const preview = usePreview(search.id, settings);
  const set = (changes: Partial<AlertSettings>): void => setSettings({ ...settings, ...changes });
  return (
    <>
      <LetterSheet search={search} settings={settings} preview={preview} onChange={set} />
      <aside className={cx('how')} aria-label="How often and what">
        <h2>How often</h2>
        {preview.data && (
          <HowOften searchId={search.id} preview={preview.data} settings={settings} onChoose={(cadence) => set({ cadence })} />
        )}
        <WhatToTell news={settings} onChange={set} />
        {!alert && (
          <EitherOr
            title="To begin with"
            no="What fits now"
            yes="Only what comes"
            value={settings.newsOnly}
            onChange={(newsOnly) => set({ newsOnly })}
          />
        )}
        <BeforeItGoes settings={settings} onChange={set} />
        <EitherOr
          title="Listing offices"
          no="Learn nothing"
          yes="Learn that somebody is looking"
          value={settings.tellsOffices}
          onChange={(tellsOffices) => set({ tellsOffices })}
        />
        {settings.tellsOffices && (
          <p className="soft">
            Of each new home that goes out, its agent hears once, from you, that somebody is looking for such a home; never who.
          </p>
        )}
        <h2>When</h2>
        <p className="soft">
          {sayHours(hours)}
          {alert?.nextDueAt && ` Next: ${dayAndTime(alert.nextDueAt)}.`}
          {alert?.state === 'paused' &&
            ` Paused${alert.pausedUntil ? ` until ${dayAndTime(alert.pausedUntil)}` : ' until you resume it'}.`}
        </p>
        <StartAndStop search={search} settings={settings} />
      </aside>
    </>
  );
}

/** When an alert's messages go, by the household's clock. */
function sayHours({ zone, ...quiet }: Hours): string {
  const clock = zone === deployment().zone ? 'the county’s clock' : `the clock of ${placeOf(zone)}`;
  return `Mornings at 7:30 am, evenings at 6 pm, by ${clock}. ${quietSaid(quiet)}.`;
}

/** The alert's buttons: it is started, kept as it now is, paused and stopped. */
function StartAndStop({ search, settings }: { readonly search: SavedSearch; readonly settings: AlertSettings }) {
  const { alert } = search;
  const start = useStartAlert(search.id);
  const setState = useAlertState(search.id);
  const { message } = App.useApp();
  const fail = (error: unknown): void => void message.error(messageOf(error));
  const running = alert?.state === 'running';
  const begin = (): void =>
    start.mutate(settings, {
      onSuccess: ({ nextDueAt }) =>
        void message.success(
          running
            ? 'Kept; it applies from the next message on.'
            : settings.newsOnly
              ? 'Started. It tells what comes from now on.'
              : `Started. The first message goes ${nextDueAt ? dayAndTime(nextDueAt) : 'soon'}.`,
        ),
      onError: fail,
    });
  return (
    <div className={cx('how-buttons')}>
      <Button type="primary" disabled={settings.tell.length === 0} loading={start.isPending} onClick={begin}>
        {running ? 'Keep the changes' : alert?.state === 'paused' ? 'Resume the alert' : 'Start the alert'}
      </Button>
      {running && <PauseMenu onPause={(until) => setState.mutate({ state: 'paused', until }, { onError: fail })} />}
      {alert && alert.state !== 'stopped' && (
        <Button onClick={() => setState.mutate({ state: 'stopped' }, { onError: fail })}>Stop</Button>
      )}
    </div>
  );
}
