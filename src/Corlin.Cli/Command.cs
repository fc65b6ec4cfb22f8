using System.Text.Json;

namespace Corlin.Cli;

/// <summary>How a command ends: data on standard output, what is wrong in one line on standard error.</summary>
internal static class Command
{
    public static int Run(Action command)
    {
        try
        {
            command();
            return 0;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or JsonException or FormatException or KeyNotFoundException)
        {
            return Fail(e.Message);
        }
    }

    public static int Fail(string message)
    {
        Console.Error.WriteLine($"corlin: {message}");
        return 1;
    }
}
