using System.Globalization;
using System.Security.Cryptography;
using Corlin.Application.Ports;

namespace Corlin.Simulation;

/// <summary>Makes the addresses of conferences that take place on a page of this server; nobody finds one by trying.</summary>
/// <param name="address">Where people reach this server, without a slash at the end.</param>
public sealed class ConferenceLinks(string address) : IConferenceLinks
{
    private const string Number = "+351 555 0100";

    public bool MakesLinks => true;

    public MadeConference? Make()
    {
        var code = string.Create(CultureInfo.InvariantCulture, $"{RandomNumberGenerator.GetInt32(100_000_000):0000 0000}");
        return new MadeConference(
            $"{address}/conference/{Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(10))}",
            $"{Number}, code {code}"
        );
    }
}
