import { ConfigProvider } from 'antd';
import { LoaderCircle } from 'lucide-react';
import type { ReactNode } from 'react';
import { COLOUR, FONT } from './tokens.js';

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? '';

/** Ant Design in the product's own colours, type and measures. */
export function Theme({ children }: { readonly children: ReactNode }) {
  return (
    <ConfigProvider
      csp={{ nonce }}
      wave={{ disabled: true }}
      // the default one leaves by a transition, and stays where a busy page has skipped its start
      button={{ loadingIcon: <LoaderCircle className="turning" size={14} aria-hidden /> }}
      theme={{
        token: {
          colorPrimary: COLOUR.mulberry,
          colorPrimaryBg: COLOUR.mulberryTint,
          colorPrimaryBgHover: '#EAD9E5',
          colorInfo: COLOUR.tarn,
          colorSuccess: COLOUR.moss,
          colorWarning: COLOUR.ochre,
          colorError: COLOUR.brick,
          colorLink: COLOUR.mulberry,
          colorText: COLOUR.ink,
          colorTextSecondary: COLOUR.soft,
          colorTextTertiary: COLOUR.soft,
          colorTextPlaceholder: '#6B7672',
          colorTextDescription: COLOUR.soft,
          colorBgBase: COLOUR.sheet,
          colorBgLayout: COLOUR.paper,
          colorBorder: '#D8D2C6',
          colorBorderSecondary: COLOUR.rule,
          fontFamily: FONT.text,
          fontSize: 13.5,
          borderRadius: 8,
          controlHeight: 32,
          controlHeightSM: 26,
          lineHeight: 1.42,
          boxShadow: '0 2px 10px rgba(35,48,46,.09)',
        },
        components: {
          Checkbox: { borderRadiusSM: 4 },
          Button: { fontWeight: 600, primaryShadow: 'none', defaultShadow: 'none' },
          Select: { optionSelectedBg: COLOUR.mulberryTint },
          Tooltip: { colorBgSpotlight: COLOUR.ink },
        },
      }}
    >
      {children}
    </ConfigProvider>
  );
}
