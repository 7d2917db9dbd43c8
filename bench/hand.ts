import { chromium } from '@playwright/test';
import { chromiumFlags } from '../e2e/chromium';
import { dragRows } from './drags';
import type { Row } from './measure';
import { sessionRows } from './sessions';

/** Returns how soon the editor answers a hand that works. */
export async function handRows(): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: chromiumFlags });
  try {
    return [...(await sessionRows(browser)), ...(await dragRows(browser))];
  } finally {
    await browser.close();
  }
}
