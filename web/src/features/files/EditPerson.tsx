import type { Person, PersonChange, ReachBy } from '@perambula/contract';
import { Form, Input, Modal, Segmented } from 'antd';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useChangePerson } from '../clients/index.js';
import { ZoneSelect } from './ZoneSelect.js';

export const REACH_BY_LABEL: Readonly<Record<ReachBy, string>> = { email: 'E-mail', phone: 'A call', text: 'A text message' };

interface Props {
  readonly clientId: string;
  readonly person: Person;
  readonly onDone: () => void;
}

type Values = Required<PersonChange>;

/** Somebody's name, address, telephone, and how and when they are reached. */
export function EditPerson({ clientId, person, onDone }: Props) {
  const change = useChangePerson(clientId, person.id);
  const [form] = Form.useForm<Values>();
  // not there before the form is drawn
  const email = Form.useWatch('email', form) as string | undefined;
  return (
    <Modal
      getContainer={onPage}
      open
      title={person.name}
      okText="Keep"
      cancelText="Leave as it was"
      okButtonProps={{ loading: change.isPending }}
      onOk={() => form.submit()}
      onCancel={onDone}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={person}
        onFinish={(values) => change.mutate(values, { onSuccess: onDone })}
      >
        <Form.Item label="Name" name="name" rules={[{ required: true, message: 'Type the person’s name.' }]}>
          <Input maxLength={120} />
        </Form.Item>
        <Form.Item
          label="E-mail address"
          name="email"
          rules={[{ required: true, type: 'email', message: 'Type an address such as teo@lindqvist.example.' }]}
          extra={
            email !== undefined && email.trim().toLowerCase() !== person.email && person.confirmedAt
              ? 'Another address is confirmed by its reader before anything is sent there.'
              : undefined
          }
        >
          <Input maxLength={254} />
        </Form.Item>
        <Form.Item label="Telephone" name="phone">
          <Input maxLength={40} />
        </Form.Item>
        <Form.Item label="Best reached by" name="reachBy">
          <Segmented options={(['email', 'phone', 'text'] as const).map((value) => ({ value, label: REACH_BY_LABEL[value] }))} />
        </Form.Item>
        <Form.Item label="Time zone" name="timeZone" extra="Alerts that would come at night there wait until morning.">
          <ZoneSelect none="As the household’s" />
        </Form.Item>
        {change.isError && <p className="problem">{messageOf(change.error)}</p>}
      </Form>
    </Modal>
  );
}
