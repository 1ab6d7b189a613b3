import type { ClientFile, Person } from '@perambula/contract';
import { App, Button, Dropdown, Form, Input, Popover } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { download } from '../../shared/download.js';
import { messageOf } from '../../shared/http.js';
import { placeOf } from '../../shared/hours.js';
import { onPage } from '../../shared/onPage.js';
import { useAddPerson, useAskToConfirm, useForgetPerson, useLeave, usePersonData, useWithdrawLinks } from '../clients/index.js';
import { classesOf } from '../../shared/classes.js';
import { EditPerson, REACH_BY_LABEL } from './EditPerson.js';
import filesCss from './files.module.css';
import ownCss from './People.module.css';

const cx = classesOf(filesCss, ownCss);

/** A client's people and whether their addresses are confirmed: nothing else is sent to one that is not. */
export function People({ file }: { readonly file: ClientFile }) {
  const add = useAddPerson(file.id);
  const [open, setOpen] = useState(false);
  const [form] = Form.useForm<{ name: string; email: string }>();
  return (
    <section>
      <header className={cx('file-head')}>
        <h2>People</h2>
        <Popover
          trigger="click"
          open={open}
          onOpenChange={setOpen}
          placement="bottomRight"
          content={
            <Form
              form={form}
              layout="vertical"
              requiredMark={false}
              className="popover-form"
              onFinish={(values) => add.mutate(values, { onSuccess: () => (setOpen(false), form.resetFields()) })}
            >
              <Form.Item label="Name" name="name" rules={[{ required: true, message: 'Type the person’s name.' }]}>
                <Input autoFocus />
              </Form.Item>
              <Form.Item
                label="E-mail address"
                name="email"
                rules={[{ required: true, type: 'email', message: 'Type an address such as teo@lindqvist.example.' }]}
              >
                <Input />
              </Form.Item>
              {add.isError && <p className="problem">{messageOf(add.error)}</p>}
              <Button type="primary" htmlType="submit" loading={add.isPending}>
                Add
              </Button>
            </Form>
          }
        >
          <Button type="link" size="small">
            + Add
          </Button>
        </Popover>
      </header>
      {file.people.length === 0 && <p className="soft">Add an address to write to.</p>}
      {file.people.map((person) => (
        <PersonLine key={person.id} person={person} clientId={file.id} />
      ))}
    </section>
  );
}

function PersonLine({ person, clientId }: { readonly person: Person; readonly clientId: string }) {
  const askToConfirm = useAskToConfirm(clientId);
  const { message } = App.useApp();
  const { name, email, confirmedAt, confirmationSentAt, stoppedAt } = person;
  return (
    <div className={cx('person')}>
      <div>
        <b>{name}</b>
        <span className="tight">
          {[
            email,
            person.phone,
            person.reachBy === 'email' ? '' : `best by ${REACH_BY_LABEL[person.reachBy].toLowerCase()}`,
            person.timeZone ? `time of ${placeOf(person.timeZone)}` : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </div>
      {stoppedAt ? (
        <span className="chip chip-bad">stopped messages</span>
      ) : confirmedAt ? (
        <span className="chip chip-calm">confirmed</span>
      ) : (
        <Button
          size="small"
          loading={askToConfirm.isPending}
          onClick={() =>
            askToConfirm.mutate(person.id, {
              onSuccess: () => void message.success(`A message is on its way to ${email}.`),
              onError: (error) => void message.error(messageOf(error)),
            })
          }
        >
          {confirmationSentAt ? 'Asked; ask again' : 'Ask to confirm'}
        </Button>
      )}
      <PersonMenu person={person} clientId={clientId} />
    </div>
  );
}

/** What else can be done about a person of a household. */
function PersonMenu({ person, clientId }: { readonly person: Person; readonly clientId: string }) {
  const { id, name, confirmedAt } = person;
  const [edits, setEdits] = useState(false);
  const data = usePersonData(clientId);
  const forget = useForgetPerson(clientId);
  const withdraw = useWithdrawLinks(clientId);
  const leave = useLeave(clientId);
  const { message, modal } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error));
  const withdrawLinks = (): void =>
    withdraw.mutate(id, {
      onSuccess: () => void message.success(`The links that ${name} has lead nowhere now. The next message brings a new one.`, 6),
      onError: failed,
    });
  const askToLeave = (): void =>
    void modal.confirm({
      getContainer: onPage,
      title: `${name} leaves this household?`,
      content:
        'Their links to the portal lead nowhere any more and nothing more is sent to them. What they said of homes stays in the file.',
      okText: 'They leave',
      cancelText: 'They stay',
      onOk: () => leave.mutateAsync(id).catch(failed),
    });
  const saveData = (): void =>
    data.mutate(id, { onSuccess: (file) => download(file, `${name.replace(/[^\p{L}\p{N}]+/gu, '-')}.json`), onError: failed });
  const askToForget = (): void =>
    void modal.confirm({
      getContainer: onPage,
      title: `Delete all that is kept of ${name}?`,
      content:
        'Their address, messages, visits and what they said of homes are deleted for good. The household’s searches and showings stay. This cannot be taken back.',
      okText: 'Delete for good',
      okButtonProps: { danger: true },
      cancelText: 'Keep it',
      onOk: () => forget.mutateAsync(id).catch(failed),
    });
  return (
    <>
      <Dropdown
        trigger={['click']}
        placement="bottomRight"
        menu={{
          items: [
            { key: 'edit', label: 'Change name, address, telephone …', onClick: () => setEdits(true) },
            ...(confirmedAt ? [{ key: 'withdraw', label: 'Withdraw the links to their portal', onClick: withdrawLinks }] : []),
            { key: 'data', label: 'Save all that is kept of them', onClick: saveData },
            { type: 'divider' },
            { key: 'leave', label: 'Leaves this household …', onClick: askToLeave },
            { key: 'forget', label: 'Delete all that is kept of them …', danger: true, onClick: askToForget },
          ],
        }}
      >
        <Button type="text" size="small" icon={<Ellipsis size={14} aria-hidden="true" />} aria-label={`More about ${name}`} />
      </Dropdown>
      {edits && <EditPerson clientId={clientId} person={person} onDone={() => setEdits(false)} />}
    </>
  );
}
