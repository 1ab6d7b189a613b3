import { chromium } from '@playwright/test';
import type { Browser, Page } from '@playwright/test';

/** Headless Chromium with a page of the application that somebody is signed in to. */
export async function openBrowser(
  web: string,
  signIn: { email: string; password: string },
): Promise<{ readonly browser: Browser; readonly page: Page }> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.request.post(`${web}/api/session`, { data: signIn });
  return { browser, page };
}
