import { App } from 'antd';
import { messageOf, RequestFailure } from './http.js';
import { onPage } from './onPage.js';

/**
 * What to do with a request that failed: where it was only for want of a signed buyer agreement, it is asked whether to go on all the
 * same; else what went wrong is said.
 */
export function useGoOnWithoutAgreement(): (error: unknown, okText: string, goOn: () => void) => void {
  const { message, modal } = App.useApp();
  return (error, okText, goOn) => {
    if (!(error instanceof RequestFailure && error.code === 'agreement.missing')) return void message.error(messageOf(error));
    modal.confirm({
      getContainer: onPage,
      title: 'No buyer agreement for that day',
      content: error.message,
      okText,
      onOk: goOn,
    });
  };
}
