import { App } from 'antd';
import { lazy, Suspense } from 'react';
import { NavLink, Outlet, ScrollRestoration } from 'react-router';
import { FirstAdministrator, SignIn, useAgent } from '../features/sessions/index.js';
import { ShortlistAnywhere } from '../features/shortlists/index.js';
import { useTodayCount } from '../features/today/index.js';
import { Brand } from '../shared/Brand.js';
import { deployment } from '../shared/deployment.js';
import { RequestFailure } from '../shared/http.js';
import { useReading } from '../shared/reading.js';
import { Failed, Waiting } from '../shared/Waiting.js';
import { AgentMenu } from './AgentMenu.js';
import { FileTab } from './FileTab.js';
import { Finder } from './Finder.js';
import { PaperFoot, PaperHead } from './OnPaper.js';
import { RAIL } from './pages.js';
import { Shortcuts } from './Shortcuts.js';
import { useLiveEvents } from './liveEvents.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './Shell.module.css';

const cx = classesOf(ownCss);

const ReadingDrawer = lazy(async () => ({ default: (await import('../features/listings/index.js')).ReadingDrawer }));

/** The agent's side: the bar with the open file and the finder, the rail, and the view. */
export function Shell() {
  const agent = useAgent();
  if (agent.isPending) return <Waiting what="Opening …" />;
  if (agent.error instanceof RequestFailure && agent.error.code === 'session.missing')
    return deployment().isNew ? <FirstAdministrator /> : <SignIn />;
  if (agent.isError) return <Failed error={agent.error} retry={() => void agent.refetch()} />;
  // inside the router, so that what messages say can hold links
  return (
    <App className="app">
      <Signed />
    </App>
  );
}

function Signed() {
  useLiveEvents();
  const waiting = useTodayCount();
  return (
    <div className="shell">
      <a className={cx('skip')} href="#view">
        Skip to the page
      </a>
      <header className="bar">
        <Brand />
        <ShortlistAnywhere>
          <FileTab />
        </ShortlistAnywhere>
        <Finder />
        <AgentMenu />
      </header>
      <nav className="rail" aria-label="Main">
        {RAIL.map(({ to, label, Icon }) => (
          <NavLink key={to} to={to} className={cx('rail-place')}>
            <span className={cx('rail-icon')}>
              <Icon size={19} strokeWidth={1.7} aria-hidden="true" />
              {to === '/today' && waiting > 0 && (
                <b className={cx('rail-count')} aria-label={`${waiting} waiting`}>
                  {waiting}
                </b>
              )}
            </span>
            {label}
          </NavLink>
        ))}
      </nav>
      <main className="view" id="view" tabIndex={-1}>
        <PaperHead />
        <Outlet />
        <PaperFoot />
      </main>
      <Reading />
      <Shortcuts />
      <ScrollRestoration />
    </div>
  );
}

/** A home read beside the page, where its address names one. */
function Reading() {
  const { listingKey } = useReading();
  return (
    listingKey !== null && (
      <Suspense>
        <ReadingDrawer />
      </Suspense>
    )
  );
}
