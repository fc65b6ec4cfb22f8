using System.Security.Cryptography;
using Corlin.Application.Ports;

namespace Corlin.Simulation;

/// <summary>Makes the addresses of conferences that take place on a page of this server; nobody finds one by trying.</summary>
/// <param name="address">Where people reach this server, without a slash at the end.</param>
public sealed class ConferenceLinks(string address) : IConferenceLinks
{
    public string Make() => $"{address}/conference/{Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(10))}";
}
