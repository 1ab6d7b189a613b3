import { readCql2 } from '@perambula/core';
import { App, Upload } from 'antd';
import { FileInput } from 'lucide-react';
import { messageOf } from '../../../shared/http.js';
import { onPage } from '../../../shared/onPage.js';
import { useOpenFile } from '../../../shared/openFile.js';
import { useDraft } from './draft.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './ReadFromFile.module.css';

const cx = classesOf(ownCss);

const LARGEST = 1_048_576;

/** Begins with a search from a file of OGC CQL2, in JSON or in text; says what of it could not be taken over. */
export function ReadFromFile({ onDone }: { readonly onDone: () => void }) {
  const { message, modal } = App.useApp();
  const { clientId } = useOpenFile();
  const begin = useDraft((draft) => draft.begin);
  const read = async (file: Blob): Promise<void> => {
    try {
      if (file.size > LARGEST) throw new Error('The file is larger than a search can be, 1 MB.');
      const { search, left } = readCql2(await file.text());
      begin(clientId, search, []);
      onDone();
      if (left.length > 0)
        modal.info({
          getContainer: onPage,
          title: 'Not all of the file could be taken over',
          content: (
            <ul>
              {left.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          ),
        });
    } catch (error) {
      void message.error(messageOf(error));
    }
  };
  return (
    <Upload
      accept=".json,.txt,.cql2"
      showUploadList={false}
      beforeUpload={(file) => {
        void read(file);
        return Upload.LIST_IGNORE;
      }}
    >
      <button type="button" className={cx('link searches-file')}>
        <FileInput size={14} aria-hidden="true" /> Read one from a file (CQL2) …
      </button>
    </Upload>
  );
}
