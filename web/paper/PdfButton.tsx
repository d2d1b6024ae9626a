import { Printer, Square } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button } from '../ui/Button';
import { saveFile } from '../ui/saveFile';

/** Makes a PDF and hands it over; a long one says that it is being made, and can be stopped. */
export function PdfButton({
  address,
  title,
  onProblem,
}: {
  address: string;
  title: string;
  onProblem: (text: string) => void;
}) {
  const [isMaking, setMaking] = useState(false);
  const stop = useRef(new AbortController());
  const make = async () => {
    stop.current = new AbortController();
    setMaking(true);
    try {
      const answer = await fetch(address, { signal: stop.current.signal });
      if (answer.ok) {
        saveFile(new File([await answer.blob()], `${title}.pdf`, { type: 'application/pdf' }));
      } else {
        onProblem(`“${title}” could not be made: the application answered ${answer.status}.`);
      }
    } catch (error) {
      if (!stop.current.signal.aborted) {
        onProblem(
          `“${title}” could not be made: ${error instanceof Error ? error.message : 'it is not known why'}.`,
        );
      }
    }
    setMaking(false);
  };
  return isMaking ? (
    <>
      <progress className="progress w-20" aria-label={`${title} is being made`} />
      <Button icon={<Square size={14} />} label="Stop" onClick={() => stop.current.abort()} />
    </>
  ) : (
    <Button
      icon={<Printer size={16} />}
      label="PDF"
      aria-label={`${title} as PDF`}
      onClick={() => void make()}
    />
  );
}
