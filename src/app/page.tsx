import { DesignsPage } from '@/editor/designs/DesignsPage';

export default function Page() {
  return <DesignsPage />;
}
