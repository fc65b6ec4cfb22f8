namespace Corlin.Web.Features;

/// <summary>What comes in from outside goes to the disk first: however large, little of it is in memory.</summary>
internal static class TemporaryFile
{
    /// <summary>A file that is gone when it is closed.</summary>
    public static FileStream Make() => new(
        Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()), FileMode.CreateNew, FileAccess.ReadWrite, FileShare.None, 65_536, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
}
