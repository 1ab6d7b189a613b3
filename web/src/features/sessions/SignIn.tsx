import { Button, Form, Input } from 'antd';
import { messageOf } from '../../shared/http.js';
import { useDemoAccount, useSignIn } from './session.api.js';
import { Brand } from '../../shared/Brand.js';
import { classesOf } from '../../shared/classes.js';
import sessionsCss from './sessions.module.css';
import ownCss from './SignIn.module.css';

const cx = classesOf(sessionsCss, ownCss);

/** The first page: an agent's e-mail address and password, with the demo's account offered. */
export function SignIn() {
  const signIn = useSignIn();
  const account = useDemoAccount().data?.account;
  const [form] = Form.useForm<{ email: string; password: string }>();
  return (
    <main className={cx('signin')}>
      <div className={cx('signin-card')}>
        <Brand />
        <p className={cx('signin-words')}>
          Searches, alerts and showings for buyers’ agents. To perambulate: to walk the bounds of a place.
        </p>
        <Form form={form} layout="vertical" requiredMark={false} onFinish={(values) => signIn.mutate(values)}>
          <Form.Item label="E-mail address" name="email" rules={[{ required: true, message: 'Type your e-mail address.' }]}>
            <Input autoFocus autoComplete="username" type="email" size="large" />
          </Form.Item>
          <Form.Item label="Password" name="password" rules={[{ required: true, message: 'Type your password.' }]}>
            <Input.Password autoComplete="current-password" size="large" />
          </Form.Item>
          {signIn.isError && (
            <p className="problem" role="alert">
              {messageOf(signIn.error)}
            </p>
          )}
          <Button type="primary" htmlType="submit" size="large" block loading={signIn.isPending}>
            Sign in
          </Button>
        </Form>
        {account && (
          <div className={cx('signin-demo')}>
            <p>This is a demo set in an invented county. Its agent is Juno Albright.</p>
            <Button block onClick={() => signIn.mutate(account)} disabled={signIn.isPending}>
              Sign in as Juno
            </Button>
          </div>
        )}
      </div>
    </main>
  );
}
