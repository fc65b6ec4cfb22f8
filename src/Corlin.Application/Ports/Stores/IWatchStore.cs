using Corlin.Core.Calendars;
using Corlin.Core.Watch;

namespace Corlin.Application.Ports;

/// <summary>What needs a look on some calendars, as far as somebody said something of it.</summary>
public interface IWatchStore
{
    /// <summary>In place of what was dismissed under the same key.</summary>
    void Dismiss(Dismissal dismissal);

    /// <summary>It needs a look again.</summary>
    void Show(UserId of, string key);

    /// <summary>In place of what was said of that kind.</summary>
    void Look(UserId of, LookAhead ahead);
}
