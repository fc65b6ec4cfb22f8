import { ask, client } from "../../../api/client";
import type { Person, Presets } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import { Button } from "../../../ui/Button";
import type { Draft } from "../draft";

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** The conference the principal always uses: taken from there, or kept as that. */
export function StandingLine({ draft, organiser, presets, onEdit }: Props) {
  const { run } = useChanges();
  const standing = presets?.standing;
  const isStanding = standing?.link === draft.link && (standing.dialIn ?? "") === draft.dialIn;
  const keep = (link: string | null) =>
    run(
      ask(client.PUT("/api/standing", { body: { inNameOf: organiser.id, link, dialIn: link ? draft.dialIn || null : null } })),
      link ? `${organiser.givenName} always uses this link from now on.` : `${organiser.givenName} has no standing link any more.`,
    );
  return (
    <p className="-ml-3 flex flex-wrap">
      {standing && !isStanding && (
        <Button look="plain" onClick={() => onEdit({ link: standing.link, dialIn: standing.dialIn ?? "" })}>
          {`Take ${organiser.givenName}’s standing link`}
        </Button>
      )}
      {!isStanding && /^https?:\/\/./.test(draft.link) && (
        <Button look="plain" onClick={() => keep(draft.link)}>
          {`Save as ${organiser.givenName}’s standing link`}
        </Button>
      )}
      {isStanding && (
        <>
          <span className="inline-flex min-h-8 items-center px-3 text-soft">{organiser.givenName}’s standing link</span>
          <Button look="plain" onClick={() => keep(null)}>
            No longer
          </Button>
        </>
      )}
    </p>
  );
}
