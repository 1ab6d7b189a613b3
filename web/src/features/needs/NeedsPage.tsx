import type { ClientFile, ClientNeed } from '@perambula/contract';
import { QUESTIONS } from '@perambula/core';
import { Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFile, useNeeds } from '../clients/index.js';
import { AskedQuestion } from './AskedQuestion.js';
import { whoSaid } from './needs.rules.js';
import ownCss from './NeedsPage.module.css';
import { WhatItMakes } from './WhatItMakes.js';

const cx = classesOf(ownCss);

/** A short talk with a household: five questions, whose answers become a search and notes, each with who gave it. */
export function NeedsPage() {
  const { clientId = '' } = useParams();
  const file = useFile(clientId);
  const needs = useNeeds(clientId);
  const { open } = useOpenFile();
  useEffect(() => {
    if (file.data) open(file.data.id);
  }, [file.data, open]);
  if (file.isPending || needs.isPending) return <Waiting what="Opening the file …" />;
  if (file.isError) return <Failed error={file.error} retry={() => void file.refetch()} />;
  if (needs.isError) return <Failed error={needs.error} retry={() => void needs.refetch()} />;
  return <Needs file={file.data} needs={needs.data} />;
}

function Needs({ file, needs }: { readonly file: ClientFile; readonly needs: readonly ClientNeed[] }) {
  const { people } = file;
  const [only] = people;
  const [speaking, setSpeaking] = useState<string | null>(people.length === 1 && only ? only.id : null);
  return (
    <div className={cx('needs-page')}>
      <div className={cx('talk')}>
        <header className={cx('head')}>
          <p className="soft">
            <Link to={`/clients/${file.id}`}>{file.name}</Link>
          </p>
          <h1>What they need</h1>
          <p className="soft">A short talk: what is said here is kept as it is said, with whoever said it.</p>
          {people.length > 1 && (
            <div className={cx('speaking')}>
              <span id="speaking">Speaking now</span>
              <Segmented
                aria-labelledby="speaking"
                value={speaking ?? ''}
                options={[
                  { value: '', label: 'All of them' },
                  ...people.map(({ id }) => ({ value: id, label: whoSaid(id, people) })),
                ]}
                onChange={(id) => setSpeaking(id === '' ? null : id)}
              />
            </div>
          )}
        </header>
        {QUESTIONS.map((question) => (
          <AskedQuestion
            key={question}
            file={file}
            question={question}
            needs={needs.filter((need) => need.question === question)}
            speaking={speaking}
          />
        ))}
      </div>
      <WhatItMakes file={file} needs={needs} />
    </div>
  );
}
