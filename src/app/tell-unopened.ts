import { toast } from 'sonner';

/** Says that the browser does not give work out. */
export function tellUnopened(error: unknown): void {
  toast.error('The browser does not give out this work', {
    description: error instanceof Error ? error.message : String(error),
  });
}
