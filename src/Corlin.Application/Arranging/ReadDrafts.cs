using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>What somebody is writing, for themselves alone.</summary>
/// <param name="Parts">As the screen that writes it keeps them, in JSON.</param>
/// <param name="Kept">When it was last kept, in words.</param>
public sealed record DraftView(string Id, int Version, string Parts, string Kept, IReadOnlyList<PaperView> Papers);

public sealed record ReadDrafts(UserId Viewer, Instant Now)
{
    public IReadOnlyList<DraftView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        return [.. store.DraftsOf(Viewer).Select(d => View(viewing, d))];
    }

    internal static DraftView View(Viewing viewing, KeptDraft draft) =>
        new(
            draft.PublicId,
            draft.Version,
            draft.Json,
            English.Moment(viewing.Zone.ToLocal(draft.At), viewing.Today),
            PaperView.All(viewing, viewing.Store.PapersOfDraft(draft.PublicId))
        );
}

/// <summary>One of them, or the kept one after a change of it.</summary>
public sealed record ReadDraft(UserId Viewer, string Id, Instant Now)
{
    public DraftView Run(ICalendarReads store) =>
        store.Draft(Viewer, Id) is { SentBy: null } draft
            ? ReadDrafts.View(new Viewing(store, Viewer, Now), draft)
            : throw new RefusedException(RefusalKind.NotFound, "draft");
}

/// <summary>A paper of what the viewer is writing.</summary>
public sealed record ReadDraftPaper(UserId Viewer, string Draft, string Paper)
{
    public Paper Run(ICalendarReads store) =>
        store.Draft(Viewer, Draft) is null
            ? throw new RefusedException(RefusalKind.NotFound)
            : store.PapersOfDraft(Draft).FirstOrDefault(p => p.PublicId == Paper) ?? throw new RefusedException(RefusalKind.NotFound);
}
