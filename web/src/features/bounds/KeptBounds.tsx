import type { KeptBound } from '@perambula/contract';
import type { FiledBound, ReadBounds } from '@perambula/core';
import { sayArea, squareMetresOf } from '@perambula/core';
import { App, Button, Dropdown, Modal, Upload } from 'antd';
import { useState } from 'react';
import { download } from '../../shared/download.js';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useKeepBound, useKeptBounds, useRemoveBound } from './bounds.api.js';
import { KeepBound } from './KeepBound.js';
import { boundFiles, FORMATS } from './lazyFiles.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './KeptBounds.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** Puts bounds into the search that is open. */
  readonly onUse: (bounds: readonly (FiledBound & { readonly keptId?: string })[], mode: 'in' | 'out') => void;
  readonly onLeave: () => void;
}

type FileRead = ReadBounds & { readonly file: string };

/** The bounds that are kept by name: to be used, described, taken away, and read from and written to files. */
export function KeptBounds({ onUse, onLeave }: Props) {
  const kept = useKeptBounds();
  const [described, setDescribed] = useState<KeptBound | null>(null);
  const [read, setRead] = useState<FileRead | null>(null);
  const all = kept.data ?? [];
  const keepAll = useKeepAll(all, () => setRead(null));
  const takeAway = useTakeAway();
  const use = (bound: KeptBound, mode: 'in' | 'out'): void => {
    onUse([{ name: bound.name, shape: bound.shape, keptId: bound.id }], mode);
    onLeave();
  };
  const readFile = async (file: File): Promise<void> => {
    const { readBoundText } = await boundFiles();
    setRead({ ...readBoundText(await file.text()), file: file.name });
  };
  return (
    <Modal open title="Kept bounds" footer={null} width={620} onCancel={onLeave} getContainer={onPage} destroyOnHidden>
      <Files all={all} onRead={(file) => void readFile(file)} />
      {read && (
        <ReadFromFile
          read={read}
          onUse={() => (onUse(read.bounds, 'in'), onLeave())}
          onKeep={() => void keepAll(read.bounds, read.file)}
        />
      )}
      {kept.isSuccess && all.length === 0 && !read && (
        <p className="soft">
          No bound is kept yet. Draw one, and choose “Keep for other searches” among the dots at its end; or read a file.
        </p>
      )}
      <ul className={cx('kept-list')}>
        {all.map((bound) => (
          <KeptLine
            key={bound.id}
            bound={bound}
            onUse={(mode) => use(bound, mode)}
            onDescribe={() => setDescribed(bound)}
            onTakeAway={() => takeAway(bound)}
          />
        ))}
      </ul>
      {described && <KeepBound bound={described} onKept={() => setDescribed(null)} onLeave={() => setDescribed(null)} />}
    </Modal>
  );
}

/** Keeps what a file held, each under a name that is free. */
function useKeepAll(
  all: readonly KeptBound[],
  onKept: () => void,
): (bounds: readonly FiledBound[], file: string) => Promise<void> {
  const { message } = App.useApp();
  const { mutateAsync: keep } = useKeepBound();
  return async (bounds, file) => {
    const taken = new Set(all.map(({ name }) => name));
    try {
      for (const { name = file.replace(/\.\w+$/, ''), note = '', shape } of bounds) {
        const own = freeName(name, taken);
        taken.add(own);
        await keep({ id: null, name: own, note, shape });
      }
      onKept();
    } catch (error) {
      void message.error(messageOf(error));
    }
  };
}

/** Takes a kept bound away, once it was said where it stands. */
function useTakeAway(): (bound: KeptBound) => void {
  const { modal } = App.useApp();
  const { mutate: remove } = useRemoveBound();
  return (bound) =>
    void modal.confirm({
      getContainer: onPage,
      title: `No longer keep “${bound.name}”?`,
      content:
        bound.searches > 0
          ? `The ${sayCount(bound.searches, 'search', 'searches')} that it stands in keep what it is now.`
          : null,
      okText: 'Take it away',
      onOk: () => remove(bound.id),
    });
}

function Files({ all, onRead }: { readonly all: readonly KeptBound[]; readonly onRead: (file: File) => void }) {
  return (
    <div className={cx('kept-head')}>
      <Upload accept=".geojson,.json,.kml,.gpx" showUploadList={false} beforeUpload={(file) => (onRead(file), false)}>
        <Button size="small">Read from a file …</Button>
      </Upload>
      {all.length > 0 && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: FORMATS.map(({ key, label }) => ({ key, label })),
            onClick: ({ key }) => void writeAll(all, key, 'bounds'),
          }}
        >
          <Button size="small">Write all to a file …</Button>
        </Dropdown>
      )}
      <span className="soft">GeoJSON, KML or GPX</span>
    </div>
  );
}

interface ReadProps {
  readonly read: FileRead;
  readonly onUse: () => void;
  readonly onKeep: () => void;
}

/** What a file held, before anything of it is kept or used. */
function ReadFromFile({ read, onUse, onKeep }: ReadProps) {
  return (
    <section className={cx('kept-read')} aria-label="Read from the file">
      <p>
        <b>{read.file}</b>: {sayCount(read.bounds.length, 'area', 'areas')} read
        {read.problems.length > 0 && `, ${read.problems.length} not`}.
      </p>
      <ul>
        {read.bounds.map(({ name, shape }, i) => (
          <li key={i}>
            {name ?? 'without a name'} <span className="soft">· {sayArea(squareMetresOf(shape))}</span>
          </li>
        ))}
        {read.problems.map((problem) => (
          <li key={problem} className="problem">
            {problem}
          </li>
        ))}
      </ul>
      {read.bounds.length > 0 && (
        <div className={cx('kept-head')}>
          <Button size="small" type="primary" onClick={onUse}>
            Put into this search
          </Button>
          <Button size="small" onClick={onKeep}>
            Keep by name
          </Button>
        </div>
      )}
    </section>
  );
}

interface LineProps {
  readonly bound: KeptBound;
  readonly onUse: (mode: 'in' | 'out') => void;
  readonly onDescribe: () => void;
  readonly onTakeAway: () => void;
}

function KeptLine({ bound, onUse, onDescribe, onTakeAway }: LineProps) {
  return (
    <li>
      <div>
        <b>{bound.name}</b>
        <span className="soft">
          {' '}
          · {sayArea(squareMetresOf(bound.shape))} · in {sayCount(bound.searches, 'search', 'searches')}
        </span>
        {bound.note && <div>{bound.note}</div>}
      </div>
      <span className={cx('kept-actions')}>
        <button type="button" className="link" aria-label={`Keep in ${bound.name}`} onClick={() => onUse('in')}>
          keep in
        </button>
        <button type="button" className="link" aria-label={`Keep out ${bound.name}`} onClick={() => onUse('out')}>
          keep out
        </button>
        <button type="button" className="link" aria-label={`Describe ${bound.name}`} onClick={onDescribe}>
          describe
        </button>
        <button type="button" className="link" aria-label={`Take away ${bound.name}`} onClick={onTakeAway}>
          take away
        </button>
      </span>
    </li>
  );
}

/** Writes bounds to a file of a format; what reads and writes them comes with the first use. */
export async function writeAll(bounds: readonly FiledBound[], format: string, name: string): Promise<void> {
  const { BOUND_FORMATS, writeBoundText } = await boundFiles();
  const known = FORMATS.find(({ key }) => key === format)?.key ?? 'geojson';
  download(new Blob([writeBoundText(bounds, known)], { type: BOUND_FORMATS[known].type }), `${name}.${known}`);
}

function freeName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  for (let n = 2; ; n++) if (!taken.has(`${name} (${n})`)) return `${name} (${n})`;
}

function sayCount(count: number, one: string, several: string): string {
  return `${count} ${count === 1 ? one : several}`;
}
