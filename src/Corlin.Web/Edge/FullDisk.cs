using Microsoft.Data.Sqlite;

namespace Corlin.Web.Edge;

/// <summary>Whether something failed because nothing more can be written to the disk.</summary>
internal static class FullDisk
{
    /// <summary>SQLITE_FULL.</summary>
    private const int DatabaseFull = 13;

    /// <summary>ENOSPC, and EDQUOT where a quota is used up: what an <see cref="IOException"/> of Linux carries.</summary>
    private static readonly int[] NoSpace = [28, 122];

    public static bool Caused(Exception exception)
    {
        for (var e = exception; e is not null; e = e.InnerException)
        {
            if (e is SqliteException { SqliteErrorCode: DatabaseFull } || (e is IOException && NoSpace.Contains(e.HResult)))
                return true;
        }

        return false;
    }
}
