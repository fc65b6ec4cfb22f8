using Corlin.Core.Sheets;

namespace Corlin.Application.Ports;

/// <summary>How day sheets are made, and those that were handed out.</summary>
public interface ISheetStore
{
    /// <summary>In place of what was said before.</summary>
    void Say(SheetWish wish);

    void Hand(HandedSheet sheet);
}
