using System.Text.Encodings.Web;

namespace Corlin.Web.Edge;

/// <summary>A page that the server writes whole, for people without a session; it works without script.</summary>
internal static class PlainPage
{
    private const string Style = """
        :root{--ground:#e5eceb;--water:#fff;--wash:#cfe3de;--rule:#c6d2d0;--ink:#16282b;--soft:#4a5e61;--sea:#0d4a48;--on-sea:#fff;
        --brick:#9c2a1f}
        @media(prefers-color-scheme:dark){:root{color-scheme:dark;--ground:#0f1d20;--water:#16282c;--wash:#1d3a3b;--rule:#2f4347;
        --ink:#e4eeec;--soft:#a3b7b8;--sea:#7fcabd;--on-sea:#0f1d20;--brick:#f0a094}}
        :root{--serif:Newsreader,Georgia,serif}
        body{margin:0;background:var(--ground);color:var(--ink);font:15px/1.5 Figtree,system-ui,sans-serif}
        main{max-width:40rem;margin:0 auto;padding:1.5rem 1rem 3rem}
        h1{font:400 1.85rem/1.25 var(--serif);margin:0}
        a{color:var(--sea)}
        .soft{color:var(--soft)}
        @media print{body{background:#fff}main{padding:0}nav{display:none}}
        """;

    /// <summary>The faces of the application's type, as style; empty until they are found.</summary>
    private static string faces = "";

    /// <summary>Finds the faces that lie with the application: their names change with what is in them.</summary>
    public static void FindFaces(string webRoot)
    {
        var assets = Path.Combine(webRoot, "assets");
        if (!Directory.Exists(assets))
            return;
        var found = new[] { "Figtree", "Newsreader" }
            .Select(f =>
                (
                    Face: f,
                    File: Directory
                        .EnumerateFiles(assets, $"{f.ToLowerInvariant()}-latin-wght-normal-*.woff2")
                        .Select(Path.GetFileName)
                        .FirstOrDefault()
                )
            )
            .Where(f => f.File is not null);
        faces = string.Concat(
            found.Select(f =>
                $"@font-face{{font-family:{f.Face};src:url(/assets/{f.File}) format('woff2');font-weight:300 900;font-display:swap}}"
            )
        );
    }

    /// <param name="style">What more the page needs.</param>
    /// <param name="body">HTML; what comes from people in it is <see cref="Safe"/>.</param>
    public static string Of(string title, string style, string body) =>
        $"""
            <!doctype html>
            <html lang="en">
            <head>
            <meta charset="utf-8">
            <meta name="viewport" content="width=device-width, initial-scale=1">
            <meta name="robots" content="noindex">
            <link rel="icon" href="/corlin.svg">
            <title>{Safe(title)}</title>
            <style>{faces}{Style}{style}</style>
            </head>
            <body>
            <main>
            {body}</main>
            </body>
            </html>
            """;

    /// <summary>Text as it may stand in HTML.</summary>
    public static string Safe(string text) => HtmlEncoder.Default.Encode(text);
}
