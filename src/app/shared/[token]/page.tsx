import type { Metadata } from 'next';
import { ClientPage } from '@/editor/client/ClientPage';

export const metadata: Metadata = {
  title: 'For you to look at',
  // What is shown here is for whoever was given the link.
  robots: { index: false, follow: false },
};

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  return <ClientPage token={token} />;
}
