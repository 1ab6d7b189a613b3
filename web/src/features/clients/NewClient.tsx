import { Button, Form, Input, Popover } from 'antd';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { messageOf } from '../../shared/http.js';
import { useCreateClient } from './clients.api.js';

/** A button whose popover takes a new client's name and first address. */
export function NewClient({ children, onCreated }: { readonly children: ReactNode; readonly onCreated: (id: string) => void }) {
  const [open, setOpen] = useState(false);
  const create = useCreateClient();
  const [form] = Form.useForm<{ name: string; email?: string }>();
  const submit = async ({ name, email }: { name: string; email?: string }): Promise<void> => {
    const { id } = await create.mutateAsync({ name, people: email ? [{ name, email }] : [] });
    setOpen(false);
    form.resetFields();
    onCreated(id);
  };
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomLeft"
      content={
        <Form
          form={form}
          layout="vertical"
          requiredMark={false}
          className="popover-form"
          onFinish={(values) => void submit(values).catch(() => undefined)}
        >
          <Form.Item label="Client’s name" name="name" rules={[{ required: true, message: 'Type the client’s name.' }]}>
            <Input autoFocus placeholder="Marit Halvorsen" />
          </Form.Item>
          <Form.Item
            label="E-mail address"
            name="email"
            rules={[{ type: 'email', message: 'Type an address such as marit@halvorsen.example.' }]}
          >
            <Input placeholder="marit@halvorsen.example" />
          </Form.Item>
          {create.isError && <p className="problem">{messageOf(create.error)}</p>}
          <Button type="primary" htmlType="submit" loading={create.isPending}>
            Open a file
          </Button>
        </Form>
      }
    >
      {children}
    </Popover>
  );
}
