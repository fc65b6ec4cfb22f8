using System.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>Components on the disk until all of their UID are found; in memory is only where they lie.</summary>
internal sealed class ComponentStore : IDisposable
{
    private readonly FileStream file = new(
        Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()),
        FileMode.CreateNew,
        FileAccess.ReadWrite,
        FileShare.None,
        65_536,
        FileOptions.DeleteOnClose
    );

    private readonly Dictionary<string, Place> first = new(StringComparer.Ordinal);
    private readonly Dictionary<string, List<Place>> more = new(StringComparer.Ordinal);

    /// <summary>In the order in which each was first found.</summary>
    public IEnumerable<string> Uids => first.Keys;

    public int InAll => first.Count;

    /// <returns>How many UIDs there are.</returns>
    public int Add(string uid, Component component)
    {
        var bytes = Encoding.UTF8.GetBytes(string.Join('\n', component.Lines));
        var place = new Place(file.Position, bytes.Length, component.Calendar);
        file.Write(bytes);
        if (first.TryAdd(uid, place))
            return first.Count;
        if (!more.TryGetValue(uid, out var others))
            more[uid] = others = [];
        others.Add(place);
        return first.Count;
    }

    public IEnumerable<Component> Of(string uid)
    {
        yield return At(first[uid]);
        foreach (var place in more.GetValueOrDefault(uid) ?? [])
            yield return At(place);
    }

    public void Dispose() => file.Dispose();

    private Component At(Place place)
    {
        var bytes = new byte[place.Length];
        file.Position = place.Offset;
        file.ReadExactly(bytes);
        return new Component("VEVENT", Encoding.UTF8.GetString(bytes).Split('\n'), true) { Calendar = place.Calendar };
    }

    private readonly record struct Place(long Offset, int Length, int Calendar);
}
