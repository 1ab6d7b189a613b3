import { App, Button } from 'antd';
import { Link } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { useAskShowing } from './showings.api.js';

interface Props {
  /** Whom it is for; null while no file is open. */
  readonly clientId: string | null;
  readonly listingKey: string;
}

/** Plans a visit of a home with a client; its time is proposed under showings. */
export function PlanVisit({ clientId, listingKey }: Props) {
  const askToSee = useAskShowing();
  const { message } = App.useApp();
  const plan = (): void => {
    if (!clientId)
      return void message.info('Open a client’s file at the head of the page first: a visit is planned for somebody.');
    askToSee.mutate(
      { clientId, listingKey },
      {
        onSuccess: () =>
          void message.success(
            <>
              Under <Link to="/showings">showings</Link> now; propose a time there.
            </>,
          ),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  };
  return (
    <Button onClick={plan} loading={askToSee.isPending}>
      Plan a visit
    </Button>
  );
}
