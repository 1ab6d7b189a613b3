import { useEffect } from 'react';
import { useParams } from 'react-router';
import { useOpenFile } from '../../shared/openFile.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFile } from '../clients/index.js';
import { Timeline } from '../timeline/index.js';
import { FilePanel } from './FilePanel.js';
import { Notes } from './Notes.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './FilePage.module.css';

const cx = classesOf(ownCss);

/** One client's file, with the agent's notes and all that happened. To look at it opens it. */
export function FilePage() {
  const { clientId } = useParams();
  const file = useFile(clientId);
  const { open } = useOpenFile();
  useEffect(() => {
    if (file.data) open(file.data.id);
  }, [file.data, open]);
  if (file.isPending) return <Waiting what="Opening the file …" />;
  if (file.isError) return <Failed error={file.error} retry={() => void file.refetch()} />;
  return (
    <div className={cx('file-page')}>
      <FilePanel file={file.data} />
      <div className={cx('beside')}>
        <Notes key={file.data.id} file={file.data} />
        <Timeline key={`timeline ${file.data.id}`} clientId={file.data.id} />
      </div>
    </div>
  );
}
