import { ask, client } from "../../api/client";
import { sendDraftPaper } from "../../api/files";
import type { KeptDraft, Paper } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { PaperList } from "../../sentence/PaperList";
import { Part } from "../../sentence/Part";

interface Props {
  /** Undefined until it was first kept; then it has no papers. */
  id: string | undefined;
  title: string;
  papers: Paper[];
  outside: boolean;
  /** The id of the draft once all that was typed is kept. */
  settle: () => Promise<string | undefined>;
  onChange: (papers: Paper[]) => void;
}

/** The papers that go with what is being written. */
export function DraftPapers({ id, title, papers, outside, settle, onChange }: Props) {
  const { fail } = useChanges();
  const words = papers.length === 0 ? "no papers" : papers.length === 1 ? (papers[0]?.name ?? "") : `${papers.length} papers`;
  const kept = async () => {
    const settled = await settle();
    if (settled === undefined) throw new Error("The draft could not be saved.");
    return settled;
  };
  const put = (call: (draft: string) => Promise<KeptDraft>) =>
    kept()
      .then(call)
      .then((made) => onChange(made.papers));
  const apply = (call: (draft: string) => Promise<KeptDraft>) => void put(call).catch(fail);
  return (
    <Part name="Papers" value={words} quiet={papers.length === 0 ? "papers" : undefined} width={400}>
      {() => (
        <PaperList
          title={title || "this meeting"}
          papers={papers}
          mayChange
          outside={outside}
          href={(paper) => `/api/drafts/${id ?? ""}/papers/${paper}`}
          send={(file, sent) => {
            let stop: () => void = () => undefined;
            const came = kept().then((draft) => {
              const sending = sendDraftPaper(draft, file, sent);
              stop = sending.stop;
              return sending.came;
            });
            return { came, stop: () => stop() };
          }}
          onLaid={(_, made) => onChange((made as KeptDraft).papers)}
          onLink={(name, address) =>
            put((draft) => ask(client.POST("/api/drafts/{id}/links", { params: { path: { id: draft } }, body: { name, address } })))
          }
          onGoes={(paper, goesOut) =>
            apply((draft) =>
              ask(client.PUT("/api/drafts/{id}/papers/{paper}", { params: { path: { id: draft, paper: paper.id } }, body: { goesOut } })),
            )
          }
          onTake={(paper) =>
            apply((draft) => ask(client.DELETE("/api/drafts/{id}/papers/{paper}", { params: { path: { id: draft, paper: paper.id } } })))
          }
        />
      )}
    </Part>
  );
}
