namespace Corlin.Interchange.Tests;

/// <summary>Where the cases lie.</summary>
internal static class Cases
{
    /// <summary>The path of a file or folder of tests/cases.</summary>
    public static string Path(params string[] parts)
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(System.IO.Path.Combine(at.FullName, "Corlin.slnx")))
            at = at.Parent!;
        return System.IO.Path.Combine([at.FullName, "tests", "cases", .. parts]);
    }
}
