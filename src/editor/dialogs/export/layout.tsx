import DialogContent from '@mui/material/DialogContent';
import { styled } from '@mui/material/styles';

/** What stands between the tabs of the dialog and its buttons: as high whatever is in it. */
export const Body = styled(DialogContent)({ height: 'min(470px, calc(100vh - 220px))' });
