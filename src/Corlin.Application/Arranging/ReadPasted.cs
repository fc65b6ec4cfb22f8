using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Words;
using Corlin.Core.Words.Lines;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>Somebody in a text that was pasted.</summary>
/// <param name="Text">As it stands there: a name, an address, or both.</param>
/// <param name="Person">Who it is; null where nobody here has that address or name, or more than one.</param>
/// <param name="Address">Where nobody here has it; null where none stands there.</param>
/// <param name="Several">Those who have that name, where more than one has.</param>
public sealed record PastedView(string Text, PersonView? Person, string? Address, IReadOnlyList<PersonView> Several);

/// <summary>The people of a text that was pasted, known here by address or else by name.</summary>
public sealed record ReadPasted(UserId Viewer, string Text, Instant Now)
{
    private const int LongestText = 50_000;

    private const int Enough = 12;

    public IReadOnlyList<PastedView> Run(ICalendarReads store)
    {
        if (Text.Length > LongestText)
            throw new RefusedException(RefusalKind.BadInput, "text", Text[..40] + "…");
        var viewing = new Viewing(store, Viewer, Now);
        return [.. PastedPeople.Read(Text).Select(p => View(viewing, p))];
    }

    private static PastedView View(Viewing viewing, Pasted pasted)
    {
        var text =
            pasted.Address is null ? pasted.Name
            : pasted.Name.Length == 0 ? pasted.Address
            : $"{pasted.Name} <{pasted.Address}>";
        if (pasted.Address is { } address)
            return viewing.Store.UserByAddress(address) is { } known && viewing.MayKnow(known)
                ? new PastedView(text, viewing.View(known), null, [])
                : new PastedView(text, null, address, []);
        var found = viewing.Store.FindUsers(pasted.Name, viewing.Keeps, Enough);
        var called = NameList.Called([.. found.Select(u => (u.PublicId, u.Name))], pasted.Name);
        var people = found.Where(u => called.Contains(u.PublicId)).Select(viewing.View).ToList();
        return people is [var one] ? new PastedView(text, one, null, []) : new PastedView(text, null, null, people);
    }
}
