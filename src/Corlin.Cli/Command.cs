using System.Text.Json;
using Corlin.Store;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>How a command ends: data on standard output, what is wrong in one line on standard error.</summary>
internal static class Command
{
    public static int Run(Action command) =>
        RunAsync(() =>
            {
                command();
                return Task.FromResult(0);
            })
            .GetAwaiter()
            .GetResult();

    /// <returns>What the command says, or 1 where it could not be done.</returns>
    public static async Task<int> RunAsync(Func<Task<int>> command)
    {
        try
        {
            return await command();
        }
        catch (Exception e)
            when (e
                    is IOException
                        or UnauthorizedAccessException
                        or JsonException
                        or FormatException
                        or ArgumentException
                        or KeyNotFoundException
                        or DataFolderException
            )
        {
            return Fail(e.Message);
        }
    }

    /// <exception cref="FormatException">The text is no instant like 2027-03-08T09:00:00Z.</exception>
    public static Instant Moment(string text) =>
        InstantPattern.General.Parse(text) is { Success: true } parsed
            ? parsed.Value
            : throw new FormatException($"“{text}” is no moment like 2027-03-08T09:00:00Z.");

    public static int Fail(string message)
    {
        Console.Error.WriteLine($"corlin: {message}");
        return 1;
    }
}
