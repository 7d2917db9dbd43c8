/** What the application does once when it starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { keepUp } = await import('./server/upkeep');
  keepUp();
}
