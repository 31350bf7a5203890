/** The card house, as somebody who pays meets it. */
import { expect, type Page } from '@playwright/test';

/** A card that pays every time. */
export const PAYS = '9704 1911 0137 0531';

/** On the page of the card house. */
export async function giveCard(page: Page, number: string): Promise<void> {
  await expect(page.getByLabel('Card number')).toBeVisible();
  await page.getByLabel('Card number').fill(number);
  await page.getByLabel('Good until').fill('12/49');
  await page.getByRole('button', { name: /^(Pay £|Keep this card)/ }).click();
}
