import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { cutOff } from '../../frame/LineButton';

/** What can be chosen: its words, and where there is more to say, that below. */
export interface Choice {
  readonly id: string;
  readonly words: string;
  readonly more?: string;
}

/** What there is beside the one that is shown. */
export function ChoiceList({
  label,
  choices,
  at,
  onChoose,
}: {
  label: string;
  choices: readonly Choice[];
  at: string | undefined;
  onChoose(id: string): void;
}) {
  return (
    <Box component="ul" aria-label={label} sx={{ m: 0, p: 0, overflowY: 'auto', flex: 1 }}>
      {choices.map(({ id, words, more }) => (
        <Box component="li" key={id} sx={{ listStyle: 'none' }}>
          <Button
            size="small"
            color="inherit"
            fullWidth
            aria-pressed={id === at}
            onClick={() => onChoose(id)}
            sx={{ display: 'block', textAlign: 'left', bgcolor: id === at ? 'paper.rule' : 'transparent' }}
          >
            <Box sx={cutOff}>{words}</Box>
            {more && <Box sx={{ ...cutOff, fontSize: 12, color: 'text.secondary' }}>{more}</Box>}
          </Button>
        </Box>
      ))}
    </Box>
  );
}
