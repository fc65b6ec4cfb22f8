using BenchmarkDotNet.Attributes;
using Corlin.Core.Text;
using Corlin.Core.Words;

namespace Corlin.Bench;

/// <summary>
/// Finding somebody among ten thousand, with a letter wrong and by what else is known, against a look for the bare text in every name.
/// </summary>
[MemoryDiagnoser]
public class SeekBench
{
    private static readonly string[] Given =
    [
        "Maren",
        "Tomé",
        "Ana",
        "Owen",
        "Aroha",
        "Desmond",
        "Wiremu",
        "Lakshmi",
        "Rosa",
        "Cormac",
        "Ines",
        "Sofia",
        "Jonas",
        "Kerstin",
        "Ruta",
        "Maeve",
        "Luis",
        "Pedro",
        "Sam",
        "Noor",
    ];
    private static readonly string[] Family =
    [
        "Falk",
        "Vidal",
        "Brandão",
        "Tupper",
        "Ngata",
        "Oyelaran",
        "Paki",
        "Rao",
        "Teixeira",
        "Doyle",
        "Quadros",
        "Leal",
        "Lindqvist",
        "Berg",
        "Vaitkus",
        "Power",
        "Carmona",
        "Silva",
        "Levy",
        "Haddad",
    ];
    private static readonly string[] Posts =
    [
        "Chief financial officer, Halifax",
        "Yard foreman, Setúbal",
        "Counsel, Lisbon",
        "Array design, Wellington",
        "Tide tables, Chennai",
    ];

    private Sought[] everybody = [];
    private string[] names = [];

    [Params("owne", "aroah ngata", "financial officer halifax")]
    public string Typed { get; set; } = "";

    [GlobalSetup]
    public void SetUp()
    {
        everybody =
        [
            .. Enumerable
                .Range(0, 10_000)
                .Select(i => new Sought(
                    Words($"{Given[i % 20]} {Family[i / 20 % 20]}{(char)('a' + (i % 26))}"),
                    Words(Posts[i % 5]),
                    $"p{i}@ebbline.example",
                    null
                )),
        ];
        names = [.. everybody.Select(e => " " + string.Join(' ', e.Name))];
    }

    [Benchmark]
    public int Seeking()
    {
        var seeking = new Seeking(Typed);
        return everybody.Count(e => seeking.Score(e) is not null);
    }

    [Benchmark(Baseline = true)]
    public int BareText() => names.Count(n => n.Contains(Typed, StringComparison.Ordinal));

    private static System.Collections.Immutable.ImmutableArray<string> Words(string text) => [.. Plain.Words(text)];
}
