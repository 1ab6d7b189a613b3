import type { Row } from '@perambula/contract';
import { bathsOf, dollars, plainNumber } from '@perambula/core';
import type { Order } from '@perambula/core';
import { Table } from 'antd';
import type { TableProps } from 'antd';
import { Link } from 'react-router';
import { daysOnMarket, street } from '../../shared/format.js';
import { Status } from '../../shared/status.js';
import { News } from './ResultCard.js';

interface Props {
  readonly rows: readonly Row[];
  readonly now: string;
  readonly order: readonly Order[];
  readonly onOrder: (order: readonly Order[]) => void;
  readonly chosen: ReadonlySet<string>;
  readonly onChosen: (keys: readonly string[]) => void;
  readonly onHover: (key: string | null) => void;
  readonly height: number;
}

/** The results as a table; a column's head orders the search itself, so the order is kept with it. */
export function ResultsTable({ rows, now, order, onOrder, chosen, onChosen, onHover, height }: Props) {
  const sorted = (field: string): { key: string; sorter: true; sortOrder: 'ascend' | 'descend' | null } => {
    const current = order.find((each) => each.field === field);
    return { key: field, sorter: true, sortOrder: current ? (current.direction === 'asc' ? 'ascend' : 'descend') : null };
  };
  const number = (value: unknown): string => (typeof value === 'number' ? plainNumber(value) : '–');
  const columns: TableProps<Row>['columns'] = [
    {
      title: 'Address',
      width: 172,
      ...sorted('UnparsedAddress'),
      render: (_, row) => <Link to={`/listings/${row.ListingKey}`}>{street(row)}</Link>,
    },
    { title: 'Town', width: 112, ...sorted('City'), dataIndex: 'City' },
    {
      title: 'Price',
      width: 96,
      align: 'right',
      ...sorted('ListPrice'),
      render: (_, row) => (typeof row['ListPrice'] === 'number' ? dollars(row['ListPrice']) : '–'),
    },
    { title: 'Beds', width: 66, align: 'right', ...sorted('BedroomsTotal'), render: (_, row) => number(row['BedroomsTotal']) },
    { title: 'Baths', width: 68, align: 'right', ...sorted('Baths'), render: (_, row) => number(bathsOf(row)) },
    { title: 'Sq ft', width: 76, align: 'right', ...sorted('LivingArea'), render: (_, row) => number(row['LivingArea']) },
    { title: 'Acres', width: 72, align: 'right', ...sorted('LotSizeAcres'), render: (_, row) => number(row['LotSizeAcres']) },
    { title: 'Status', width: 170, ...sorted('Status'), render: (_, row) => <Status status={String(row['StandardStatus'])} /> },
    { title: 'Days', width: 66, align: 'right', ...sorted('OnMarketDate'), render: (_, row) => number(daysOnMarket(row, now)) },
    { title: 'News', key: 'news', width: 150, render: (_, row) => <News row={row} now={now} /> },
    { title: 'Listed by', key: 'office', width: 170, dataIndex: 'ListOfficeName' },
  ];
  return (
    <Table<Row>
      size="small"
      virtual
      rowKey="ListingKey"
      columns={columns}
      dataSource={[...rows]}
      pagination={false}
      scroll={{ x: 1250, y: height - 44 }}
      showSorterTooltip={false}
      rowSelection={{ selectedRowKeys: [...chosen], onChange: (keys) => onChosen(keys.map(String)), columnWidth: 38 }}
      onRow={(row) => ({ onMouseEnter: () => onHover(row.ListingKey), onMouseLeave: () => onHover(null) })}
      onChange={(_page, _filters, sorter) => {
        const [one] = [sorter].flat();
        onOrder(one?.order ? [{ field: String(one.columnKey), direction: one.order === 'ascend' ? 'asc' : 'desc' }] : []);
      }}
    />
  );
}
