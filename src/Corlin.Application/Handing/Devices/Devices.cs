using System.Globalization;
using System.Security.Cryptography;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Handing;

/// <param name="Password">For that device alone; it is told this once and stored as a hash only.</param>
public sealed record AddedDevice(long Change, string Password);

/// <summary>Lets a device or program keep the calendars that somebody may see, with a password of its own.</summary>
[Change(ChangeKind.DeviceAdded, "let a device keep the calendars", MayTakeBack.Never)]
public sealed record AddDevice(UserId Actor, string Name) : IChange<AddedDevice>
{
    public const int MostOfOne = 20;

    public AddedDevice Apply(IChangeSession session)
    {
        var name = Name.Trim();
        if (name.Length is 0 or > Device.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name.Length == 0 ? "A device without a name" : name[..20] + "…");
        if (session.DevicesOf(Actor).Count >= MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, null, MostOfOne.ToString(CultureInfo.InvariantCulture));
        var change = session.Begin(ChangeKind.DeviceAdded, Actor, Actor, null);
        var password = DevicePassword.New();
        session.DeviceStore.Save(new Device(0, Actor, name, session.Now), DevicePassword.Hash(password));
        return new AddedDevice(change, password);
    }
}

/// <summary>Takes a device its password away.</summary>
[Change(ChangeKind.DeviceWithdrawn, "shut a device out", MayTakeBack.Never)]
public sealed record WithdrawDevice(UserId Actor, long Id) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (session.Device(Id) is not { } device || device.Owner != Actor)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.DeviceWithdrawn, Actor, Actor, null);
        session.DeviceStore.End(device);
        return change;
    }
}

/// <summary>Keeps that a device came. No history tells it.</summary>
/// <param name="With">What its program calls itself, or null.</param>
public sealed record NoteDeviceUsed(long Id, string? With) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (session.Device(Id) is not { } device)
            return false;
        session.DeviceStore.Noted(device with { UsedAt = session.Now, UsedWith = With });
        return true;
    }
}

/// <param name="Note">Whether it was noted last a while ago, or never, that it came.</param>
public sealed record FoundDevice(Device Device, CalendarUser Owner, bool Note);

/// <summary>The device that has a password; null where none has.</summary>
public sealed record FindDevice(string Password, Instant Now)
{
    private static readonly Duration NotedEvery = Duration.FromMinutes(5);

    public FoundDevice? Run(ICalendarReads store) =>
        store.DeviceOfKey(DevicePassword.Hash(Password)) is { } device
            ? new FoundDevice(device, store.Users([device.Owner])[device.Owner], device.UsedAt is not { } last || Now - last > NotedEvery)
            : null;
}

/// <summary>A password that is typed into a device once: a hundred random bits, in letters and digits that nobody mistakes.</summary>
internal static class DevicePassword
{
    private const string Signs = "abcdefghjkmnpqrstuvwxyz23456789";

    private const int Groups = 5;

    private const int OfGroup = 4;

    public static string New() =>
        string.Join('-', Enumerable.Range(0, Groups).Select(_ => RandomNumberGenerator.GetString(Signs, OfGroup)));

    /// <summary>Of what was typed: case, spaces and dashes do not count.</summary>
    public static string Hash(string typed) => KeyHash.Of(string.Concat(typed.Where(char.IsLetterOrDigit)).ToLowerInvariant())!;
}
