using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Web.Edge;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>A request of a device: who it is for, and what it keeps.</summary>
internal sealed record DavRequest(HttpContext Context, Reader Reader, ICalendarFiles Files, DeviceHome Home)
{
    public DavPath.Principal Principal => new(Home.Id);

    public DavPath.Home HomePath => new(Home.Id);

    /// <exception cref="DavException">There is none of that key in the device's home.</exception>
    public DeviceCalendarView Calendar(string who, string key) =>
        (who == Home.Id ? Home.Calendars.FirstOrDefault(c => c.Key == key) : null) ?? throw NotFound();

    public static DavException NotFound() => new(StatusCodes.Status404NotFound, null, "There is nothing here.");

    public async Task<IReadOnlyList<ObjectText>> ObjectsAsync(string calendar, IReadOnlyCollection<string>? names) =>
        Texts(await Reader.ReadAsync(new ReadDeviceObjects(Reader.Person, calendar, names, Reader.Now).Run));

    public async Task<ObjectText?> ObjectAsync(DavPath.Object path) => await ObjectsAsync(path.Key, [path.Name]) is [var one] ? one : null;

    public IReadOnlyList<ObjectText> Texts(DeviceContent content) => [.. content.Objects.Select(o => ObjectText.Of(Files, content, o))];
}
