using System.Security.Cryptography;
using Corlin.Application.Ports;
using Corlin.Web.Edge;

namespace Corlin.Web.Adapters;

/// <summary>
/// Makes conferences where the organisation said how: at a service whose addresses it makes up itself, or on a page of this server. No
/// number is made up.
/// </summary>
/// <param name="pattern">An address with {key} in it; null where none was said.</param>
internal sealed class ConfiguredConferences(string? pattern) : IConferenceLinks
{
    public bool MakesLinks => pattern is not null;

    public MadeConference? Make() =>
        pattern is null
            ? null
            : new MadeConference(
                pattern.Replace(
                    StartOptions.ConferenceKey,
                    Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(10)),
                    StringComparison.Ordinal
                ),
                null
            );
}
