import type { MessageInstance } from 'antd/es/message/interface.js';

/** Says that something was taken away, and offers to put it back. */
export function offerPutBack(message: MessageInstance, key: string, says: string, putBack: () => void): void {
  void message.open({
    key,
    type: 'success',
    duration: 8,
    content: (
      <>
        {says}{' '}
        <button type="button" className="link" onClick={() => (message.destroy(key), putBack())}>
          Put it back
        </button>
      </>
    ),
  });
}
