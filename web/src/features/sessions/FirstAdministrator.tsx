import { Button, Form, Input } from 'antd';
import { useNavigate } from 'react-router';
import { Brand } from '../../shared/Brand.js';
import { messageOf } from '../../shared/http.js';
import { useMakeFirst } from './session.api.js';
import type { FirstAccount } from './session.api.js';
import { classesOf } from '../../shared/classes.js';
import sessionsCss from './sessions.module.css';
import ownCss from './FirstAdministrator.module.css';

const cx = classesOf(sessionsCss, ownCss);

const SHORTEST_PASSWORD = 12;

/** The first page of a new copy: whoever has the code that its server printed makes the first account. */
export function FirstAdministrator() {
  const make = useMakeFirst();
  const navigate = useNavigate();
  const begin = (values: FirstAccount): void => make.mutate(values, { onSuccess: () => void navigate('/setup') });
  return (
    <main className={cx('signin')}>
      <div className={cx('signin-card signin-first')}>
        <Brand />
        <h1>The first account</h1>
        <p className={cx('signin-words')}>
          Nobody has an account here yet. This one is an administrator’s, who sees to the feed, to mail and to the county’s files.
        </p>
        <Form<FirstAccount> layout="vertical" requiredMark={false} onFinish={begin}>
          <Form.Item
            label="Code"
            name="code"
            extra="The server printed it when it started."
            rules={[{ required: true, message: 'Type the code that the server printed.' }]}
          >
            <Input autoFocus autoComplete="off" spellCheck={false} placeholder="ABCD-EFGH-JKMN" size="large" />
          </Form.Item>
          <AgentFields />
          <OfficeFields />
          <Form.Item
            label="Password"
            name="password"
            extra={`${SHORTEST_PASSWORD} characters or more.`}
            rules={[
              { required: true, message: 'Choose a password.' },
              { min: SHORTEST_PASSWORD, message: `It has fewer than ${SHORTEST_PASSWORD} characters.` },
            ]}
          >
            <Input.Password autoComplete="new-password" size="large" />
          </Form.Item>
          {make.isError && (
            <p className="problem" role="alert">
              {messageOf(make.error)}
            </p>
          )}
          <Button type="primary" htmlType="submit" size="large" block disabled={make.isPending}>
            {make.isPending ? 'Making it …' : 'Make the account'}
          </Button>
        </Form>
      </div>
    </main>
  );
}

function AgentFields() {
  return (
    <div className={cx('signin-pair')}>
      <Form.Item label="Your name" name="name" rules={[{ required: true, message: 'Type your name.' }]}>
        <Input autoComplete="name" size="large" />
      </Form.Item>
      <Form.Item label="License number" name="licenseNumber" rules={[{ required: true, message: 'Type your license’s number.' }]}>
        <Input autoComplete="off" size="large" />
      </Form.Item>
      <Form.Item label="E-mail address" name="email" rules={[{ required: true, message: 'Type your e-mail address.' }]}>
        <Input type="email" autoComplete="username" size="large" />
      </Form.Item>
      <Form.Item label="Telephone" name="phone" rules={[{ required: true, message: 'Type the number that clients call.' }]}>
        <Input autoComplete="tel" size="large" />
      </Form.Item>
    </div>
  );
}

function OfficeFields() {
  return (
    <>
      <Form.Item label="Office" name="officeName" rules={[{ required: true, message: 'Type your office’s name.' }]}>
        <Input autoComplete="organization" size="large" />
      </Form.Item>
      <Form.Item
        label="Office’s postal address"
        name="postalAddress"
        extra="Every message to clients carries it."
        rules={[{ required: true, message: 'Type your office’s postal address.' }]}
      >
        <Input autoComplete="street-address" size="large" />
      </Form.Item>
    </>
  );
}
