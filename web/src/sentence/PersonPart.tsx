import { Part } from "./Part";
import { PeoplePicker, type Chosen } from "./PeoplePicker";

interface Props {
  name: string;
  /** As they stand in the sentence; somebody where nobody is chosen yet. */
  words: string | undefined;
  not?: string[];
  onChoose: (person: Chosen | undefined) => void;
}

/** One person in a sentence. */
export function PersonPart({ name, words, not = [], onChoose }: Props) {
  return (
    <Part name={name} value={words ?? "somebody"} empty={words === undefined} width={400}>
      {(close) => (
        <PeoplePicker
          label={name}
          known
          quiet
          chosen={[]}
          not={not}
          onChange={(chosen) => {
            onChoose(chosen[0]);
            close();
          }}
        />
      )}
    </Part>
  );
}
