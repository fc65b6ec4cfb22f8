namespace Corlin.Web.Edge;

/// <summary>What a program says that it is.</summary>
internal static class Programs
{
    /// <summary>In plain signs and no longer than that; null where it says nothing.</summary>
    public static string? Name(HttpRequest request, int longest)
    {
        var said = request.Headers.UserAgent.ToString();
        var plain = new string([.. said.Where(c => c is >= ' ' and < (char)127).Take(longest)]).Trim();
        return plain.Length == 0 ? null : plain;
    }
}
