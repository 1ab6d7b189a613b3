import type { ChoicePreview } from '@perambula/contract';
import { Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import ownCss from './MessagePreview.module.css';

const cx = classesOf(ownCss);

const WAYS = [
  { value: 'page', label: 'At a desk' },
  { value: 'telephone', label: 'On a telephone' },
  { value: 'plain', label: 'Plain text' },
] as const;
type Way = (typeof WAYS)[number]['value'];
/** Until it is known how tall the message is. */
const HEIGHT_AT_FIRST = 500;

/** The message as it arrives: wide, narrow, and in its plain part. */
export function MessagePreview({ html, text }: Pick<ChoicePreview, 'html' | 'text'>) {
  const [way, setWay] = useState<Way>('page');
  return (
    <section aria-label="As it arrives" className={cx('arrives')}>
      <div className={cx('bar')}>
        <h2>As it arrives</h2>
        <Segmented<Way> size="small" options={[...WAYS]} value={way} onChange={setWay} />
      </div>
      {way === 'plain' ? (
        <pre className={cx('plain-text')}>{text}</pre>
      ) : (
        <div className={cx('ground')}>
          <Frame html={html} isNarrow={way === 'telephone'} />
        </div>
      )}
    </section>
  );
}

/** The message on a sheet of its own, where nothing of it runs, as tall as it is: the page scrolls as one. */
function Frame({ html, isNarrow }: { readonly html: string; readonly isNarrow: boolean }) {
  const sheet = useRef<HTMLIFrameElement>(null);
  const [isLaid, setIsLaid] = useState(false);
  const [height, setHeight] = useState(HEIGHT_AT_FIRST);
  useEffect(() => {
    const page = sheet.current?.contentDocument;
    if (!isLaid || !page) return;
    page.documentElement.innerHTML = html;
    const measure = new ResizeObserver(() => setHeight(page.body.scrollHeight));
    measure.observe(page.body);
    return () => measure.disconnect();
  }, [html, isLaid]);
  return (
    <iframe
      ref={sheet}
      className={cx(isNarrow ? 'frame is-narrow' : 'frame')}
      title="The message as it will arrive"
      sandbox="allow-same-origin"
      src="/api/choices/sheet"
      style={{ height }}
      onLoad={() => setIsLaid(true)}
    />
  );
}
