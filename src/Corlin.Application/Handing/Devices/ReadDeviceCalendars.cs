using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>A calendar as a device lists it.</summary>
/// <param name="Key">The part of its address by which it is known.</param>
/// <param name="Owner">The public id of whose it is.</param>
/// <param name="OwnerAddress">Their mailbox: the organiser of what is arranged there.</param>
/// <param name="MayAdd">Whether the device may lay something down there.</param>
/// <param name="MayChange">Whether it may change what others laid down.</param>
/// <param name="TellsWhat">Whether it is told what takes the time, not only that it is taken.</param>
/// <param name="State">What stands there now, in a word (RFC 6578 3.2): the same word, the same calendar.</param>
public sealed record DeviceCalendarView(
    string Key,
    string Name,
    string Owner,
    string OwnerName,
    string OwnerAddress,
    string Zone,
    bool IsMain,
    bool MayAdd,
    bool MayChange,
    bool TellsWhat,
    string State
);

/// <summary>Whose device it is, and what it keeps.</summary>
/// <param name="Id">Their public id.</param>
/// <param name="Addresses">Their mailboxes, the first first.</param>
public sealed record DeviceHome(string Id, string Name, IReadOnlyList<string> Addresses, IReadOnlyList<DeviceCalendarView> Calendars);

/// <summary>The calendars that a device of somebody keeps.</summary>
public sealed record ReadDeviceCalendars(UserId Viewer, Instant Now)
{
    public DeviceHome Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var calendars = DeviceCalendars.Of(viewing);
        var states = new DeviceStates(viewing, calendars);
        var who = viewing.Person;
        return new DeviceHome(
            who.PublicId,
            who.Name,
            [who.Address, .. ObjectText.AddressesOf(store, who).Where(a => a != who.Address).Order(StringComparer.Ordinal)],
            [
                .. calendars.Select(c => new DeviceCalendarView(
                    c.Key,
                    c.Name,
                    c.Owner.PublicId,
                    c.Owner.Name,
                    c.Owner.Address,
                    c.Owner.Zone,
                    c.IsMain,
                    c.Rights.Acting >= Acting.Add,
                    c.Rights.Acting >= Acting.Change,
                    c.Rights.Sight >= Sight.Headlines,
                    states.Of(c)
                )),
            ]
        );
    }
}

/// <summary>The objects of one calendar: all of them, or those of some names.</summary>
/// <param name="Calendar">Its key.</param>
/// <param name="Names">Null for all.</param>
public sealed record ReadDeviceObjects(UserId Viewer, string Calendar, IReadOnlyCollection<string>? Names, Instant Now)
{
    /// <exception cref="RefusedException">The device keeps no such calendar.</exception>
    public DeviceContent Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var calendar = DeviceCalendars.Find(viewing, Calendar) ?? throw new RefusedException(RefusalKind.NotFound);
        var objects = new DeviceObjects(viewing, calendar);
        return Names is null ? objects.All() : objects.Named(Names.ToHashSet(StringComparer.Ordinal));
    }
}

/// <param name="Changed">What is there, and is new or otherwise than it was.</param>
/// <param name="Gone">The names of what is there no longer.</param>
/// <param name="State">With which the device asks the next time.</param>
public sealed record DeviceChanges(DeviceContent Changed, IReadOnlyList<string> Gone, string State);

/// <summary>What changed on a calendar since a device came last (RFC 6578).</summary>
/// <param name="Since">The state that it was told; null for everything.</param>
public sealed record ReadDeviceChanges(UserId Viewer, string Calendar, string? Since, Instant Now)
{
    private const int MostChanges = 2_000;

    /// <returns>Null where that state is none from which the changes can be told: the device reads all anew.</returns>
    /// <exception cref="RefusedException">The device keeps no such calendar.</exception>
    public DeviceChanges? Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var calendar = DeviceCalendars.Find(viewing, Calendar) ?? throw new RefusedException(RefusalKind.NotFound);
        var state = new DeviceStates(viewing, [calendar]).Of(calendar);
        var objects = new DeviceObjects(viewing, calendar);
        if (Since is null)
            return new DeviceChanges(objects.All(), [], state);
        if (Since == state)
            return new DeviceChanges(objects.Content([]), [], state);
        var (before, now) = (DeviceStates.Parts(Since), DeviceStates.Parts(state));
        if (before is null || now is null || before.Value.Others != now.Value.Others || before.Value.Number > now.Value.Number)
            return null;
        if (!calendar.IsWhole || store.ChangedAfter(calendar.Id, before.Value.Number, MostChanges) is not { } changes)
            return null;
        var (told, gone) = (new List<DeviceObject>(), new List<string>());
        foreach (var change in changes)
        {
            if (change.Entry is { } entry && objects.Of(entry) is { } stands)
                told.Add(stands);
            else if (change.Entry is { } left)
                gone.Add(objects.NameOf(left));
            else if (objects.Named(change.Id) is { } name)
                gone.Add(name);
            else if (change.PublicId is { } id)
                gone.Add(objects.NameOf(id));
        }

        return new DeviceChanges(objects.Content(told), gone, state);
    }
}

/// <summary>
/// What stands on calendars, in a word: how often each changed, and behind it what else decides about what is told of it.
/// </summary>
internal sealed class DeviceStates
{
    private readonly Viewing viewing;
    private readonly IReadOnlyDictionary<CalendarId, long> numbers;

    public DeviceStates(Viewing viewing, IReadOnlyList<DeviceCalendar> calendars)
    {
        this.viewing = viewing;
        numbers = viewing.Store.ChangeNumbers([.. calendars.Select(c => c.Id)]);
    }

    public string Of(DeviceCalendar calendar)
    {
        var rest = new StringBuilder();
        var rights = calendar.Rights;
        rest.Append(CultureInfo.InvariantCulture, $"{rights.Sight} {rights.PrivateSight} {rights.Acting} {rights.PrivateActing}\n");
        foreach (var absence in new DeviceObjects(viewing, calendar).Absences())
            rest.Append(CultureInfo.InvariantCulture, $"{absence.Absence}\n");
        // Taken time is told some days back and forth: it is another every day.
        if (!calendar.IsWhole)
            rest.Append(CultureInfo.InvariantCulture, $"{calendar.Owner.HomeZone.ToLocal(viewing.Now).Date}\n");
        var hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(rest.ToString())))[..12];
        return string.Create(CultureInfo.InvariantCulture, $"{numbers.GetValueOrDefault(calendar.Id)}-{hash}");
    }

    public static (long Number, string Others)? Parts(string state) =>
        state.Split('-') is [var number, var rest] && long.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var parsed)
            ? (parsed, rest)
            : null;
}
